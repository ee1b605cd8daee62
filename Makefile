# make demo   builds everything and opens the demo on 127.0.0.1:8787
# make test   does all the checks, installing what it needs
SHELL := /bin/bash
.SHELLFLAGS := -eu -o pipefail -c
BIN := bin/inkysparrow
TOOL := go tool -modfile=tools/go.mod
UI_SOURCES := $(shell find ui/src -not -path "*/wasm/*" -not -path "*/fonts/*" ; find ui/public ui/index.html ui/vite.config.ts ui/tsconfig.json ui/package.json ui/palette.json 2>/dev/null)

.PHONY: demo dev ui test test-go test-e2e lint generate check-generated bench drills mutants screenshots plates icons need clean

demo: need $(BIN)
	./$(BIN) demo

need:
	@command -v go >/dev/null || { echo "Go is missing: install Go 1.26 or newer."; exit 1; }
	@command -v node >/dev/null || { echo "Node is missing: install Node 20 or newer."; exit 1; }
	@command -v npm >/dev/null || { echo "npm is missing: it comes with Node."; exit 1; }

$(BIN): ui/dist/index.html $(shell find cmd core examples internal plan shelf ui -name '*.go' -o -name '*.sql' -o -path 'internal/demo/*.json' 2>/dev/null) go.mod
	go build -o $(BIN) ./cmd/inkysparrow

ui/node_modules/.package-lock.json: ui/package.json ui/package-lock.json
	cd ui && npm ci --ignore-scripts --no-audit --no-fund
	touch $@

# The practice bench: the core, compiled for the page, and what Go ships to start it.
WASM := ui/src/washes/wasm
$(WASM)/trainer.wasm: go.mod $(shell find core cmd/trainer -name '*.go' -not -name '*_test.go')
	mkdir -p $(WASM)
	cp "$$(go env GOROOT)/lib/wasm/wasm_exec.js" $(WASM)/start.js
	GOOS=js GOARCH=wasm go build -trimpath -ldflags="-s -w" -o $@ ./cmd/trainer

# The fonts, cut to what the page itself says.
FONTS := ui/src/fonts/fonts.css
$(FONTS): ui/fonts.js ui/node_modules/.package-lock.json
	cd ui && node fonts.js

ui/dist/index.html: ui/node_modules/.package-lock.json $(WASM)/trainer.wasm $(FONTS) $(UI_SOURCES)
	cd ui && npx vite build
	go run ./ui/pack

ui: ui/dist/index.html

# The server on 8787 and the page with live reload; stop both with Ctrl+C.
dev: need $(BIN)
	./$(BIN) demo & trap "kill $$!" EXIT; cd ui && npx vite

test: need chromium ui lint check-generated test-go test-e2e

.PHONY: chromium
chromium:
	@command -v chromium >/dev/null || { \
	  if [ "$$(id -u)" = 0 ] && command -v apt-get >/dev/null; then \
	    apt-get -q update && apt-get -q -o DPkg::Lock::Timeout=300 install -y --no-install-recommends chromium; \
	  else echo "Chromium is missing: sudo apt-get install --no-install-recommends chromium"; exit 1; fi; }

test-go: ui
	go test -shuffle=on ./cmd/... ./core/... ./examples/... ./internal/... ./plan/... ./shelf/...
	go test -count=1 ./drills # it builds the program, which the cache of results doesn't see

test-e2e: ui chromium
	go test -count=1 -timeout 20m -parallel 6 ./e2e/...

lint: ui/node_modules/.package-lock.json
	@echo "gofumpt"; out=$$($(TOOL) gofumpt -l cmd core drills e2e examples internal plan shelf ui/embed.go ui/pack); [ -z "$$out" ] || { echo "not formatted: $$out"; exit 1; }
	go vet ./...
	$(TOOL) staticcheck ./...
	@echo "deadcode"; out=$$($(TOOL) deadcode -test ./...); [ -z "$$out" ] || { echo "nothing reaches: $$out"; exit 1; }
	cd ui && npx vue-tsc --noEmit && npx eslint . --max-warnings 0 && npx prettier --check --log-level warn .

# Everything that is made from something else: queries, the plan's schema, the page's types.
generate: ui/node_modules/.package-lock.json
	$(TOOL) sqlc generate
	go test ./plan -run TestSchema -update
	go run ./internal/wire/gen | (cd ui && npx json2ts --unreachableDefinitions --maxItems=-1 --bannerComment "/* Made by make generate from internal/wire. Do not edit. */" --output src/wire.d.ts)

check-generated: ui/node_modules/.package-lock.json
	@before=$$(cat internal/store/db/*.go docs/*.schema.json ui/src/wire.d.ts | sha256sum); \
	$(MAKE) --no-print-directory generate >/dev/null; \
	after=$$(cat internal/store/db/*.go docs/*.schema.json ui/src/wire.d.ts | sha256sum); \
	[ "$$before" = "$$after" ] || { echo "generated files were stale; make generate has renewed them, commit them"; exit 1; }

# Every promise of docs/reliability.md tried at its full length: 200 kills, 30 s of load, 2,500 revisions. Some minutes.
drills: ui
	go test -count=1 -timeout 60m -v ./drills -full

# Whether the tests of the core's rooms hold what the rooms say: 60 places changed one at a time, each tried on its room's own tests alone. Some minutes.
mutants:
	go run ./drills/mutants

bench:
	go test -run '^$$' -bench . -benchmem ./core/... ./plan/... ./shelf/...

# From the demo as it comes, on a port and a database of their own.
screenshots: need chromium $(BIN)
	d=$$(mktemp -d); ./$(BIN) demo --listen 127.0.0.1:8799 --database $$d/demo.db & trap "kill $$!; rm -rf $$d" EXIT; \
	go run ./e2e/shots -server http://127.0.0.1:8799

# Each effect alone on grey, as each hand makes it and in three strengths, for the eye.
plates:
	go run ./e2e/plates docs/screenshots/plates.png

# The icons of the start screen, from the mark.
icons:
	go run ./e2e/shots -icons ui/public

clean:
	rm -rf bin ui/src/washes/wasm ui/src/fonts ui/dist/assets ui/dist/index.html ui/dist/sparrow.svg ui/dist/manifest.webmanifest ui/dist/trust.js ui/dist/icon-*.png

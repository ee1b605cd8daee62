module inkysparrow

go 1.26.0

ignore ./ui/node_modules

require (
	github.com/invopop/jsonschema v0.14.0
	github.com/lucasb-eyer/go-colorful v1.4.1
	github.com/santhosh-tekuri/jsonschema/v6 v6.0.3
	github.com/spf13/cobra v1.10.2
	golang.org/x/text v0.43.0
)

require (
	github.com/bahlo/generic-list-go v0.2.0 // indirect
	github.com/buger/jsonparser v1.1.2 // indirect
	github.com/inconshreveable/mousetrap v1.1.0 // indirect
	github.com/pb33f/ordered-map/v2 v2.3.1 // indirect
	github.com/spf13/pflag v1.0.9 // indirect
	github.com/stretchr/testify v1.12.1 // indirect
	go.yaml.in/yaml/v4 v4.0.0-rc.2 // indirect
)

// Package browser starts the headless Chromium that the browser tests and the screenshots use.
package browser

import (
	"fmt"
	"os/exec"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/launcher"
	"github.com/go-rod/rod/lib/launcher/flags"
)

// Start starts Chromium with background networking off. It fails with what to install where there is none.
func Start() (*rod.Browser, error) {
	bin, err := exec.LookPath("chromium")
	if err != nil {
		return nil, fmt.Errorf("there is no chromium here (apt-get install --no-install-recommends chromium): %w", err)
	}
	l := launcher.New().Bin(bin).Leakless(false).NoSandbox(true).HeadlessNew(true)
	for _, flag := range []string{
		"disable-gpu", "disable-quic", "no-first-run", "disable-background-networking", "disable-component-update", "disable-sync",
		"disable-dev-shm-usage", "no-proxy-server",
		"disable-extensions", "disable-component-extensions-with-background-pages", "disable-default-apps", "mute-audio", "disable-breakpad", "disable-hang-monitor",
		"disable-background-timer-throttling", "disable-backgrounding-occluded-windows", "disable-renderer-backgrounding", "hide-scrollbars", "force-prefers-reduced-motion",
	} {
		l.Set(flags.Flag(flag))
	}
	l.Set("disable-features", "SpareRendererForSitePerProcess,Translate,OptimizationHints,MediaRouter,BackForwardCache,PaintHolding")
	address, err := l.Launch()
	if err != nil {
		return nil, fmt.Errorf("start chromium: %w", err)
	}
	b := rod.New().ControlURL(address)
	if err := b.Connect(); err != nil {
		return nil, fmt.Errorf("connect to chromium: %w", err)
	}
	return b, nil
}

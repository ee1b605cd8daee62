// Package sensor reads a hygrometer that answers over HTTP with JSON, and has a simulated one that ships with the product: with day and night, heating and rain, and the faults that such devices have.
package sensor

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"net"
	"net/http"
	"net/url"
	"time"

	"inkysparrow/core/climate"
)

// answer is what a device says.
type answer struct {
	At          *time.Time `json:"at"` // now where it is left out
	Temperature *float64   `json:"temperature"`
	Unit        string     `json:"unit"` // C where it is left out, or F
	Humidity    *float64   `json:"humidity_pct"`
}

// Patience is how long a device may take to answer.
const Patience = 5 * time.Second

// Errors of an address or a device.
var (
	ErrAddress = errors.New("not the address of a device in your own network, such as http://192.168.1.20/air")
	ErrAnswer  = errors.New("the device does not answer with a temperature and a humidity")
)

// Check returns ErrAddress for what is no address of a device on this machine or in its network: nothing else is asked.
func Check(address string) error {
	u, err := url.Parse(address)
	if err != nil || u.Scheme != "http" && u.Scheme != "https" || u.Hostname() == "" || u.User != nil {
		return ErrAddress
	}
	return nil
}

// own reports whether an address lies on this machine or in its network.
func own(ip net.IP) bool { return ip.IsLoopback() || ip.IsPrivate() || ip.IsLinkLocalUnicast() }

// client dials nothing but devices in one's own network, whatever name they go by, and follows no redirection.
var client = &http.Client{
	Timeout: Patience,
	Transport: &http.Transport{DialContext: func(ctx context.Context, network, address string) (net.Conn, error) {
		host, port, err := net.SplitHostPort(address)
		if err != nil {
			return nil, err
		}
		ips, err := net.DefaultResolver.LookupIP(ctx, "ip", host)
		if err != nil {
			return nil, err
		}
		for _, ip := range ips {
			if own(ip) {
				var d net.Dialer
				return d.DialContext(ctx, network, net.JoinHostPort(ip.String(), port))
			}
		}
		return nil, ErrAddress
	}},
	CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse },
}

// Read asks a device once. now is when, for one that does not say. What it answers is returned as it is, right or not.
func Read(ctx context.Context, address string, now time.Time) (r climate.Reading, err error) {
	if err := Check(address); err != nil {
		return r, err
	}
	req, err := http.NewRequestWithContext(ctx, http.MethodGet, address, nil)
	if err != nil {
		return r, ErrAddress
	}
	resp, err := client.Do(req)
	if err != nil {
		if errors.Is(err, ErrAddress) {
			return r, ErrAddress
		}
		return r, fmt.Errorf("the device does not answer: %w", err)
	}
	defer resp.Body.Close()
	const most = 4096
	var a answer
	body, err := io.ReadAll(io.LimitReader(resp.Body, most))
	if err != nil || resp.StatusCode != http.StatusOK || json.Unmarshal(body, &a) != nil || a.Temperature == nil || a.Humidity == nil {
		return r, ErrAnswer
	}
	r = climate.Reading{At: now.UTC().Truncate(time.Second), TemperatureC: *a.Temperature, HumidityPct: *a.Humidity}
	if a.Unit == "F" || a.Unit == "f" {
		r.TemperatureC = (r.TemperatureC - 32) / 1.8
	}
	if math.IsNaN(r.TemperatureC+r.HumidityPct) || math.IsInf(r.TemperatureC+r.HumidityPct, 0) {
		return r, ErrAnswer
	}
	return r, nil
}

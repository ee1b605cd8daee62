//go:build !unix

package web

import "net"

// hungUp is not told on this system: a request is then worked on for as long as it is worth.
func hungUp(net.Conn) bool { return false }

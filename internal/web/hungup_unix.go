//go:build unix

package web

import (
	"errors"
	"net"
	"syscall"
)

// hungUp reports whether the other side has closed the connection; nothing is read from it. The HTTP engine itself does not look while a request
// is being answered.
func hungUp(conn net.Conn) bool {
	c, ok := below(conn).(syscall.Conn)
	if !ok {
		return false
	}
	raw, err := c.SyscallConn()
	if err != nil {
		return false
	}
	gone := false
	err = raw.Control(func(fd uintptr) {
		n, _, err := syscall.Recvfrom(int(fd), make([]byte, 1), syscall.MSG_PEEK|syscall.MSG_DONTWAIT)
		gone = n == 0 && err == nil || err != nil && !errors.Is(err, syscall.EAGAIN) && !errors.Is(err, syscall.EINTR)
	})
	return gone || err != nil
}

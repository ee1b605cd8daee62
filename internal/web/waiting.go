package web

import (
	"context"
	"errors"
	"net"
	"time"

	"github.com/gofiber/fiber/v3"
)

const (
	effort   = 20 * time.Second       // how long the server works on one request
	glancing = 100 * time.Millisecond // how often it looks whether the client is still there
)

var (
	errGone   = errors.New("the client has gone")
	errEffort = errors.New("that took too long")
)

// waiting returns a context that ends when the client has gone, or after the effort that one request is worth.
func waiting(c fiber.Ctx) (context.Context, context.CancelFunc) {
	ctx, cancel := context.WithCancelCause(c.Context())
	late := time.AfterFunc(effort, func() { cancel(errEffort) })
	conn := c.RequestCtx().Conn()
	go func() {
		look := time.NewTicker(glancing)
		defer look.Stop()
		for {
			select {
			case <-ctx.Done():
				return
			case <-look.C:
				if hungUp(conn) {
					cancel(errGone)
					return
				}
			}
		}
	}()
	return ctx, func() {
		late.Stop()
		cancel(context.Canceled)
	}
}

// below returns the connection that carries another one, such as TLS.
func below(conn net.Conn) net.Conn {
	for {
		outer, ok := conn.(interface{ NetConn() net.Conn })
		if !ok {
			return conn
		}
		conn = outer.NetConn()
	}
}

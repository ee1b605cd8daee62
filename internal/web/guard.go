package web

import (
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/gofiber/fiber/v3/middleware/limiter"

	"inkysparrow/internal/guard"
	"inkysparrow/internal/wire"
)

const (
	visitCookie = "inkysparrow-visit"
	visitLasts  = 30 * 24 * time.Hour
	triesEach   = 6  // wrong passphrases a minute from one address
	triesAll    = 30 // from all together
)

// secret is what of a cookie is kept: a copy of the file opens no door.
func secret(token string) string {
	sum := sha256.Sum256([]byte(token))
	return hex.EncodeToString(sum[:])
}

// visiting lets only those at the data who gave the passphrase, where one is asked for.
func (s *Server) visiting(c fiber.Ctx) error {
	if !s.Guarded || c.Path() == "/api/visit" || s.feeds(c) {
		return c.Next()
	}
	if token := c.Cookies(visitCookie); token != "" {
		began, ok, err := s.Store.Visit(c.Context(), secret(token))
		if err != nil {
			return err
		}
		if ok && s.Now().Sub(began) < visitLasts {
			return c.Next()
		}
	}
	return fiber.NewError(fiber.StatusUnauthorized, "Give the passphrase first.")
}

// tries bounds how often a passphrase can be guessed.
func tries(most int, key func(fiber.Ctx) string) fiber.Handler {
	return limiter.New(limiter.Config{
		Max: most, Expiration: time.Minute, SkipSuccessfulRequests: true, KeyGenerator: key,
		LimitReached: func(fiber.Ctx) error {
			return fiber.NewError(fiber.StatusTooManyRequests, "Too many tries. Wait a minute.")
		},
	})
}

// visit takes the passphrase and gives a cookie for it.
func (s *Server) visit(c fiber.Ctx) error {
	var in wire.Visit
	if err := body(c, &in); err != nil {
		return err
	}
	if err := s.known(c, in.Passphrase); err != nil {
		return err
	}
	return s.welcome(c, "Welcome.")
}

// known refuses a passphrase that is not the one that was set.
func (s *Server) known(c fiber.Ctx, passphrase string) error {
	hash, err := s.Store.Passphrase(c.Context())
	if err != nil {
		return err
	}
	if hash == "" {
		return fiber.NewError(fiber.StatusConflict, "No passphrase has been set.")
	}
	same, err := guard.Matches(passphrase, hash)
	if err == nil && !same {
		err = fiber.NewError(fiber.StatusUnauthorized, "That is not the passphrase.")
	}
	return err
}

func (s *Server) welcome(c fiber.Ctx, words string) error {
	token := rand.Text()
	if err := s.Store.AddVisit(c.Context(), secret(token), s.Now().Add(-visitLasts)); err != nil {
		return err
	}
	c.Cookie(&fiber.Cookie{Name: visitCookie, Value: token, Path: "/", HTTPOnly: true, SameSite: fiber.CookieSameSiteStrictMode, Secure: s.Secure, MaxAge: int(visitLasts.Seconds())})
	return c.JSON(wire.Said{Words: words})
}

// leave ends a visit.
func (s *Server) leave(c fiber.Ctx) error {
	if token := c.Cookies(visitCookie); token != "" {
		if err := s.Store.EndVisit(c.Context(), secret(token)); err != nil {
			return err
		}
	}
	c.Cookie(&fiber.Cookie{Name: visitCookie, Path: "/", HTTPOnly: true, SameSite: fiber.CookieSameSiteStrictMode, Secure: s.Secure, MaxAge: -1})
	return c.JSON(wire.Said{Words: "Closed."})
}

// changePassphrase sets another passphrase. Every other visit ends.
func (s *Server) changePassphrase(c fiber.Ctx) error {
	var in wire.ChangePassphrase
	if err := body(c, &in); err != nil {
		return err
	}
	if err := s.known(c, in.Old); err != nil {
		return err
	}
	hash, err := guard.Hash(in.New)
	if errors.Is(err, guard.ErrShort) {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "new: "+err.Error())
	}
	if err == nil {
		err = s.Store.SetPassphrase(c.Context(), hash)
	}
	if err != nil {
		return err
	}
	return s.welcome(c, "The passphrase was changed. Everybody else has to give the new one.")
}

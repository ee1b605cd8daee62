package web

import (
	"bytes"
	"strings"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/say"
)

// temperatureHeader tells in which unit a reader wants temperatures: C, as when it is left out, or F.
const temperatureHeader = "X-Temperature"

// measured writes the measures in an answer in the units that were asked for.
func measured(c fiber.Ctx) error {
	if err := c.Next(); err != nil {
		return err
	}
	if c.Response().IsBodyStream() {
		return nil
	}
	body := c.Response().Body()
	if !say.Measured(body) || !bytes.HasPrefix(c.Response().Header.ContentType(), []byte(fiber.MIMEApplicationJSON)) {
		return nil
	}
	units := say.Units{Fahrenheit: strings.EqualFold(c.Get(temperatureHeader), "F")}
	c.Response().SetBodyString(units.Render(string(body)))
	return nil
}

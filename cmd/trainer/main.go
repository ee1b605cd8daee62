//go:build js && wasm

// Command trainer is the practice bench of wiping as the page runs it: the core's own panel behind a few functions that JavaScript calls.
package main

import (
	"encoding/json"
	"image"
	"syscall/js"

	"inkysparrow/core/climate"
	"inkysparrow/core/swab"
	"inkysparrow/core/wash"
)

// exercise is one of those that can be begun.
type exercise struct {
	ID    string `json:"id"`
	Title string `json:"title"`
	Task  string `json:"task"`
	Tip   string `json:"tip"`
}

// state is how the practice stands.
type state struct {
	Minutes float64 `json:"minutes"`
	Ready   float64 `json:"ready"` // minutes
	Full    float64 `json:"full"`  // of the bud, 0 to 1
	Cloth   string  `json:"cloth"`
	Open    float64 `json:"open"`
	Lines   float64 `json:"lines"`
	Hurt    float64 `json:"hurt"`
	Moves   int     `json:"moves"`
	Liquid  string  `json:"liquid"`
}

type verdict struct {
	Words []string `json:"words"`
	Done  bool     `json:"done"`
}

var (
	practice *swab.Practice
	img      = image.NewRGBA(image.Rect(0, 0, swab.Width, swab.Height))
)

func main() {
	functions := map[string]func(args []js.Value) any{
		"exercises": func([]js.Value) any {
			var all []exercise
			for _, e := range swab.Exercises() {
				all = append(all, exercise{e.ID, e.Title, e.Task, e.Tip})
			}
			return text(all)
		},
		"begin": func(args []js.Value) any {
			e, ok := swab.ExerciseNamed(args[0].String())
			if ok {
				practice = e.Begin(climate.Air{TemperatureC: args[1].Float(), Humidity: args[2].Float()})
			}
			return ok
		},
		"advance": func(args []js.Value) any { practice.Advance(args[0].Float()); return nil },
		"wait":    func(args []js.Value) any { practice.Wait(args[0].Float()); return nil },
		"skip":    func([]js.Value) any { practice.Skip(); return nil },
		"take": func(args []js.Value) any {
			cloth, ok := wash.WetnessNamed(args[0].String())
			if ok {
				practice.Take(cloth)
			}
			return ok
		},
		"press": func(args []js.Value) any { practice.Press(args[0].Float(), args[1].Float()); return nil },
		"draw":  func(args []js.Value) any { practice.Draw(args[0].Float(), args[1].Float()); return nil },
		"frame": func(args []js.Value) any {
			practice.Panel.Picture(img, practice.Minutes)
			return js.CopyBytesToJS(args[0], img.Pix)
		},
		"target": func(args []js.Value) any {
			practice.Target.Picture(img, 1e6) // long dry
			return js.CopyBytesToJS(args[0], img.Pix)
		},
		"replay": func(args []js.Value) any {
			panel, minutes := practice.Replay(args[1].Int())
			panel.Picture(img, minutes)
			return js.CopyBytesToJS(args[0], img.Pix)
		},
		"state": func([]js.Value) any {
			s := practice.Panel.Score()
			return text(state{practice.Minutes, practice.Panel.Ready(), practice.Panel.Full(), practice.Panel.Bud().Cloth.String(), s.Open, s.Lines, max(s.Hurt, s.Decal), len(practice.Strokes), practice.Liquid().Name})
		},
		"verdict": func([]js.Value) any {
			words, done := practice.Verdict()
			return text(verdict{words, done})
		},
	}
	bench := js.Global().Get("Object").New()
	for name, f := range functions {
		bench.Set(name, js.FuncOf(func(_ js.Value, args []js.Value) any {
			if practice == nil && name != "exercises" && name != "begin" {
				return nil
			}
			return f(args)
		}))
	}
	bench.Set("width", swab.Width)
	bench.Set("height", swab.Height)
	bench.Set("bud", swab.BudCells())
	js.Global().Set("inkyWipe", bench)
	select {}
}

func text(v any) string {
	b, err := json.Marshal(v)
	if err != nil {
		panic(err) // plain values
	}
	return string(b)
}

package plan

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/stain"
)

// Told is what somebody is told who is about to paint: what it is about, in a sentence or two, and its figures.
type Told struct {
	Title string
	Words string
	Rows  []ToldRow
}

// ToldRow is a figure with what it is of, and what to make of it.
type ToldRow struct {
	Label, Value string
	Sense        Sense
}

// Sense is what to make of a figure; empty where there is nothing to be made of it.
type Sense string

// The senses.
const (
	Fine  Sense = "safe" // as it should be
	Mind  Sense = "wait" // mind it
	Harms Sense = "bite"
	Aside Sense = "note" // worth knowing
)

// Told tells the plan in words and figures, the same on the page, in the guide and on the command line.
func (s Stains) Told() Told {
	b := Told{Title: "Where it goes on this aircraft"}
	row := func(label, format string, args ...any) {
		b.Rows = append(b.Rows, ToldRow{Label: label, Value: fmt.Sprintf(format, args...)})
	}
	switch {
	case len(s.Passes) > 0:
		first := s.Passes[0]
		b.Words = fmt.Sprintf("One thin pass after the other, each dry before the next: %.0f psi, %.0f %% of paint in the mix, the needle drawn away as the plume widens. Distances are aft of the first stack.", first.PSI, first.PaintPct)
		for i, p := range s.Passes {
			row(fmt.Sprintf("Pass %d", i+1), "%.0f to %.0f mm, %.1f cm off to %.1f", p.FromMM, p.ToMM, p.DistanceMM/10, p.EndMM/10)
		}
	case s.ShiftDE > 0 && len(s.Dots) > 0:
		b.Words = "Small dots without rows or clumps, drawn out with a soft, flat, nearly dry brush: aft above and below, downwards on the sides; two millimetres off the border of a colour."
		row("Dots", "%d of %.1f mm, %.1f a cm²", len(s.Dots), s.Dots[0].DMM, s.PerCM2)
		tones := map[string]int{}
		for _, d := range s.Dots {
			tones[d.Tone]++
		}
		row("Of them", "%d lighter, %d warmer, %d darker, %d cooler than the paint", tones["lighter"], tones["warmer"], tones["darker"], tones["cooler"])
		row("The zone looks", "%s, %.0f %% of what is wanted", colour.Apart(s.ShiftDE), 100*s.ShiftDE/max(0.1, s.WantedDE))
		row("Squeezed out", "%.0f mm³, %s", s.PaintMM3, pea(s.PaintMM3))
		row("Of each dot", "%.0f %% ends in the brush: wipe it on a dry cloth after every few", 100*stain.Picked())
		row("Set and blended at one go", "%.0f cm², before the first streak stiffens after %.0f min", s.PatchCM2, s.OpenMin)
		if len(s.Patches) > 1 {
			row("Patches", "%d, from the end that you do not hold", len(s.Patches))
		}
		row("In all", "about %.0f min", s.AttendedMin)
		for _, t := range s.Tubes {
			row("The "+t.Tone+" one", "%s", t.Words)
		}
		if m := s.Markings; m != nil {
			row("On the markings", "%.1f a cm², %s", m.PerCM2, m.Words)
		}
		if w := s.WetBrush; w != nil {
			if w.Bites {
				row("A wet brush", "would take %.1f µm of what lies below: nearly dry, and nothing else", w.LossUM)
			} else {
				row("A wet brush", "lifts what was just set; the films below stand it (%.2f µm)", w.LossUM)
			}
		}
		for _, g := range s.Grip {
			row("Over "+g.On+map[bool]string{true: ", as here"}[g.Here], "%.0f mm long, covers %.0f %%, open %.0f min; %s", g.LengthMM, g.CoverPct, g.OpenMin, g.Words)
		}
	case len(s.Dots) > 0 || len(s.Rain) > 0 || len(s.Clouds) > 0 && s.Step != "" && s.PaintMM3 > 0:
		b.Words = "One small dot where something leaks, drawn out in one stroke: with the air above and below, downwards on the sides."
		for i, d := range s.Dots {
			v, _ := airframe.ViewNamed(d.View)
			row(fmt.Sprintf("Leak %d", i+1), "%s: a dot of %.1f mm drawn out to %.0f mm", v.Words(), d.DMM, d.LengthMM)
		}
		if len(s.Rain) > 0 {
			row("Rain marks", "%d down the sides, %.1f mm wide, thin and faint", len(s.Rain), s.Rain[0].DMM)
		}
		if len(s.Clouds) > 0 {
			row("Behind radiators and coolers", "a soft stain of about %.0f mm", s.Clouds[0].LengthMM)
		}
	case len(s.Specks) > 0 && s.Chips == nil:
		b.Words = "Specks where the tyre throws them, the largest that fly: on a card first, until they are right. Inside the well and on the leg as well."
		row("Specks", "%d, of %.2f to %.2f mm", len(s.Specks), least(s.Specks), most(s.Specks))
		row("They cover", "%.2f %% of the zone", s.CoverPct)
	case len(s.Gas) > 0:
		b.Words = "Soft, straight aft of each port, no wider than a finger of it."
		for _, g := range s.Gas {
			v, _ := airframe.ViewNamed(g.View)
			row("Behind "+g.Gun, "%s: %.0f mm, %.0f %% covered at its strongest", v.Words(), g.LengthMM, 100*g.Peak)
		}
	case len(s.Lines) > 0:
		b.Words = "Some of the lines, never all: a fine line of oil beside each, blended to one side only."
		row("Lines", "%d", len(s.Lines))
		row("Blended to", "%.1f mm, within %.0f min", s.Lines[0].WidthMM, s.OpenMin)
	case s.Chips != nil:
		c := s.Chips
		if c.Number == 0 {
			b.Words = "Nothing: at this scale every chip is smaller than the smallest mark."
			row("The largest", "would be %.2f mm; %s sets none under %.2f", c.MostMM, c.Tool, c.LeastMM)
			break
		}
		b.Words = "Many small, few large, none twice; where people go and at leading edges."
		row("Chips", "%d of %.2f to %.1f mm; half of them under %.2f", c.Number, c.LeastMM, c.MostMM, c.HalfMM)
		row("In all", "%.0f mm²; %s shows %.0f %% of it, the rest is too small to be set", c.AreaMM2, c.Tool, c.ShownPct)
	case len(s.Clouds) > 0:
		b.Words = "From the filler aft and a little outboard, once; it fills the flat's grain and stays glossy."
		row("Each", "about %.0f mm by %.0f", s.Clouds[0].LengthMM, s.Clouds[0].WidthMM/4)
	case s.CoverPct > 0:
		b.Words = "One thin veil: wring the brush out first. More than three of them read as paint."
		row("It covers", "%.0f %%; the zone is %s", s.CoverPct, colour.Apart(s.ShiftDE))
	}
	if d := s.Dust; d != nil {
		row("Dust", "%.1f mg; %.2f mg/cm² where it is thickest, and this surface holds %.2f", d.MG, d.MGPerCM2, d.HeldMG)
		if d.KeptWetPct > 0 {
			row("Under a clear", "%.0f %% of it is seen under a wet coat, %.0f %% under a mist", d.KeptWetPct, d.KeptMist)
		}
		if b.Words == "" {
			b.Words = "Worked in with a cropped brush, in layers, each less far aft."
		}
	}
	for _, at := range s.Profile {
		if at.AftMM >= s.StackMM[len(s.StackMM)-1] {
			row("Right behind the last stack", "%.0f %% covered, %.1f mm wide; from the paint it is %s", 100*at.Peak, 2*at.HalfWidthMM, colour.Apart(s.CoreDE))
			break
		}
	}
	for _, i := range s.Inks {
		if i.Suits {
			row("What this fuel leaves here", "%s, covering %.0f %%: %s", i.Words, i.CoverPct, colour.Apart(i.DE))
		}
	}
	if len(s.TwoTone) == 2 && s.TwoTone[0] != s.TwoTone[1] {
		row("In two tones", "the long passes in %s first, the short ones at the stack in %s", s.InkWords(s.TwoTone[0]), s.InkWords(s.TwoTone[1]))
	}
	return b
}

// pea is how large a volume is, in words.
func pea(mm3 float64) string {
	d := math.Cbrt(6 * mm3 / math.Pi)
	switch {
	case d >= 6:
		return "a pea"
	case d >= 4:
		return "a small pea"
	case d >= 2:
		return "a peppercorn"
	}
	return "a pin's head"
}

func least(all []StainSpeck) float64 {
	return slices.MinFunc(all, func(a, b StainSpeck) int { return cmp.Compare(a.DMM, b.DMM) }).DMM
}

func most(all []StainSpeck) float64 {
	return slices.MaxFunc(all, func(a, b StainSpeck) int { return cmp.Compare(a.DMM, b.DMM) }).DMM
}

package swab

import (
	"image"
	"math"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/route"
	"inkysparrow/core/wash"
)

var (
	room = climate.Constant(climate.Room)
	laid = time.Date(2027, 3, 1, 20, 0, 0, 0, time.UTC)
)

func washed(family string, on coating.Sheen) *Panel {
	p := New(panelOf(room, laid, family, "#4b443c", "#7d868c", on))
	p.Take(wash.Dry)
	return p
}

// wiped is a panel that was wiped four times once it was dry.
func wiped(family string, on coating.Sheen, cloth wash.Wetness, stroke route.Stroke) Score {
	p := washed(family, on)
	p.Stroke = stroke
	p.Wipe(cloth, p.Ready()+2)
	return p.Score()
}

// The panel and the planner: T13 to T15, common practice, no source; they agree within 0.05 of the open surface.
func TestPanelAndPlanner(t *testing.T) {
	left := map[coating.Sheen]float64{}
	for _, family := range []string{"clay-wash", "enamel-wash"} {
		for _, on := range []coating.Sheen{coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat} {
			last := 1.0
			for cloth := wash.Dry; cloth <= wash.Wet; cloth++ {
				p := washed(family, on)
				course := cure.Of(p.Film, room)
				at := p.Moment(p.Ready() + 2)
				liquid := p.Remover
				if cloth == wash.Dry {
					liquid = nil
				}
				plan := wash.LeftOf(&course, on.Texture(), cloth, route.Strokes(""), liquid, at)
				got := wiped(family, on, cloth, "").Open
				if math.Abs(got-plan) > 0.05 {
					t.Errorf("%s on %s, %s: the panel keeps %.3f, the planner %.3f", family, on, cloth, got, plan)
				}
				if got > last+0.005 {
					t.Errorf("T15 %s on %s: %s keeps %.3f, drier %.3f", family, on, cloth, got, last)
				}
				if last = got; cloth == wash.Dry && family == "clay-wash" {
					left[on] = got
				}
			}
		}
	}
	if g := left[coating.Gloss]; g < 0.01 || g > 0.06 || left[coating.Satin] < 3*g || left[coating.Flat] < 2.5*left[coating.Satin] {
		t.Errorf("T13, T14: %v", left)
	}
}

// T41: common practice, no source. A third dried, the lines lose over half; once dry, four dry strokes keep nine tenths.
func TestLines(t *testing.T) {
	p := washed("enamel-wash", coating.Gloss)
	p.Wipe(wash.Dry, p.Ready()/3)
	if s := p.Score(); s.Lines > 0.5 {
		t.Errorf("T41 wiped when a third dried the lines keep %.2f", s.Lines)
	}
	dry := wiped("enamel-wash", coating.Gloss, wash.Dry, "")
	if dry.Lines < 0.9 {
		t.Errorf("T41 wiped dry they keep %.2f", dry.Lines)
	}
	damp, wet := wiped("clay-wash", coating.Gloss, wash.Damp, ""), wiped("clay-wash", coating.Gloss, wash.Wet, "")
	if clay := wiped("clay-wash", coating.Gloss, wash.Dry, ""); damp.Lines >= clay.Lines || wet.Lines >= damp.Lines {
		t.Errorf("dry keeps %.2f, damp %.2f, wet %.2f in the lines", clay.Lines, damp.Lines, wet.Lines)
	}
	empties, presses := wiped("clay-wash", coating.Gloss, wash.Dry, route.AcrossFirst), wiped("clay-wash", coating.Gloss, wash.Dry, route.PressedAcross)
	if empties.Lines >= presses.Lines {
		t.Errorf("the schools: across keeps %.3f, pressed across %.3f", empties.Lines, presses.Lines)
	}
}

// What is on the panel and on the bud never grows by a stroke, and a full bud takes less.
func TestMass(t *testing.T) {
	p := washed("clay-wash", coating.Satin)
	last := p.Mass()
	taken := 0.0
	for i := range 60 {
		p.Press(0, float64(i*2))
		p.Draw(Width, float64(i*2), p.Ready()+1, 1)
		if m := p.Mass(); m > last+1e-3 {
			t.Fatalf("stroke %d: %.4f mm³, before %.4f", i, m, last)
		} else {
			last = m
		}
		if i == 0 {
			taken = p.Bud().Full
		}
	}
	if p.Full() < 0.5 || taken <= 0 {
		t.Fatalf("after 60 strokes the bud is %.2f full", p.Full())
	}
	one := func(fill float64) float64 {
		p := washed("clay-wash", coating.Gloss)
		p.bud.Full = fill * budFull
		p.Press(0, 60)
		p.Draw(Width, 60, p.Ready()+1, 1)
		return p.Score().Open
	}
	if fresh, full := one(0), one(1); full <= fresh {
		t.Errorf("a fresh bud leaves %.4f, a full one %.4f", fresh, full)
	}
}

// Strokes with the airflow streak with it, strokes across it across it; the other way round when the strokes are turned.
func TestStreaks(t *testing.T) {
	stroke := func(turn bool) Score {
		p := washed("clay-wash", coating.Gloss)
		for k := 0; k < 200; k += 30 {
			if turn {
				p.Press(float64(k), 0)
				p.Draw(float64(k), Height, p.Ready()+1, 1)
			} else if k < Height {
				p.Press(0, float64(k))
				p.Draw(Width, float64(k), p.Ready()+1, 1)
			}
		}
		return p.Score()
	}
	if with, against := stroke(false), stroke(true); with.Along <= with.Across || against.Across <= against.Along {
		t.Errorf("with the airflow %.3f and %.3f, across it %.3f and %.3f", with.Along, with.Across, against.Along, against.Across)
	}
}

// Separated strokes with fresh faces may come in any order; the same seed draws the same panel.
func TestOrder(t *testing.T) {
	do := func(first, second float64) float64 {
		p := washed("clay-wash", coating.Gloss)
		for _, y := range []float64{first, second} {
			p.fibres = [64]float64{}
			for i := range p.fibres {
				p.fibres[i] = 1
			}
			p.bud.Full = 0
			p.Press(0, y)
			p.Draw(Width, y, p.Ready()+1, 1)
		}
		return p.Score().Open
	}
	if a, b := do(20, 70), do(70, 20); math.Abs(a-b) > 1e-9 {
		t.Errorf("%.9f and %.9f by the order", a, b)
	}
	if a, b := wiped("clay-wash", coating.Gloss, wash.Dry, ""), wiped("clay-wash", coating.Gloss, wash.Dry, ""); a != b {
		t.Errorf("the same panel is %+v and %+v", a, b)
	}
}

// A bud that turns back meets its cells again; odd places and no way at all do no harm.
func TestDraw(t *testing.T) {
	p := washed("clay-wash", coating.Gloss)
	p.Press(100, 60)
	p.Draw(140, 60, p.Ready()+1, 1)
	once := p.Score().Open
	p.Draw(140.1, 60, p.Ready()+1, 1) // no way at all
	if p.Score().Open != once {
		t.Error("standing still wipes")
	}
	p.Draw(100, 60, p.Ready()+1, 1)
	if p.Score().Open >= once {
		t.Error("turning back wipes nothing")
	}
	for _, v := range []float64{-1e9, 1e9, math.NaN(), math.Inf(1)} {
		p.Press(50, 50)
		p.Draw(v, 60, 40, 1)
		p.Draw(60, v, 40, 1)
	}
	if s := p.Score(); math.IsNaN(s.Open) || s.Open < 0 || s.Open > 1 {
		t.Errorf("after odd strokes: %+v", s)
	}
}

// play wipes an exercise once a place, dry, after waiting for so many minutes.
func play(id string, wait float64, cloth wash.Wetness, passes int) *Practice {
	e, _ := ExerciseNamed(id)
	p := e.Begin(climate.Room)
	if p.Wait(wait); wait < 0 {
		p.Skip()
	}
	for k := range passes {
		for y := -float64(k*7%20) - 10; y < Height+20; y += 20 {
			p.Take(cloth)
			p.Press(0, y)
			p.Draw(Width, y)
		}
	}
	return p
}

// Each exercise can be done, and is not done by doing it wrong; the words say what went wrong.
func TestExercises(t *testing.T) {
	for _, tc := range []struct {
		name, id string
		wait     float64
		cloth    wash.Wetness
		passes   int
		done     bool
		words    string
	}{
		{"clay in time", "clay", -1, wash.Dry, 3, true, "The lines kept"},
		{"clay once", "clay", -1, wash.Dry, 1, false, "left on the surface"},
		{"enamel in time", "enamel", -1, wash.Dry, 3, true, "The lines kept"},
		{"enamel early", "enamel", 10, wash.Dry, 2, false, "minutes early"},
		{"grime", "grime", -1, wash.Dry, 2, true, "left on the surface"},
		{"grime wiped clean", "grime", -1, wash.Wet, 8, false, "clean, not grimy"},
		{"a decal dry", "decal", -1, wash.Dry, 3, true, "The lines kept"},
		{"a decal damp", "decal", -1, wash.Damp, 3, false, "The decal is frayed"},
		{"soft enamel, once", "soft", -1, wash.Dry, 1, false, "left on the surface"},
		{"soft enamel, twice damp", "soft", -1, wash.Damp, 2, true, "The lines kept"},
		{"soft enamel, too much", "soft", -1, wash.Dry, 5, false, "Paint came off"},
	} {
		t.Run(tc.name, func(t *testing.T) {
			p := play(tc.id, tc.wait, tc.cloth, tc.passes)
			words, done := p.Verdict()
			if all := strings.Join(words, " "); done != tc.done || !strings.Contains(all, tc.words) {
				t.Errorf("done %v, %q; %+v", done, all, p.Panel.Score())
			}
		})
	}
	for _, e := range Exercises() {
		p := e.Begin(climate.Room)
		if words, done := p.Verdict(); done || len(words) != 1 {
			t.Errorf("%s is done before it is begun: %v", e.ID, words)
		}
		p.Advance(3)
		if p.Minutes != 3*e.Speed || p.Liquid() == nil {
			t.Errorf("%s: %.1f minutes", e.ID, p.Minutes)
		}
		target := p.Target.Score()
		if e.Grime == (target.Open < grimeFrom) {
			t.Errorf("%s: the target keeps %.2f", e.ID, target.Open)
		}
	}
}

// The replay ends as the practice did.
func TestReplay(t *testing.T) {
	p := play("clay", -1, wash.Damp, 2)
	again, minutes := p.Replay(len(p.Strokes))
	if again.Score() != p.Panel.Score() || minutes != p.Minutes {
		t.Errorf("replayed %+v at %.1f, practised %+v", again.Score(), minutes, p.Panel.Score())
	}
	if half, _ := p.Replay(len(p.Strokes) / 2); half.Score().Open <= p.Panel.Score().Open {
		t.Error("half way more is left")
	}
}

// The picture shows what there is: dark lines on a clean surface, the same for the same seed.
func TestPicture(t *testing.T) {
	p := washed("enamel-wash", coating.Gloss)
	img := image.NewRGBA(image.Rect(0, 0, Width, Height))
	light := func(x, y int) int { c := img.RGBAAt(x, y); return int(c.R) + int(c.G) + int(c.B) }
	p.Picture(img, 0)
	wet := light(60, 60)
	p.Wipe(wash.Dry, p.Ready()+1)
	p.Picture(img, p.Ready()+1)
	if clean, line := light(60, 60), light(60, 36); clean <= wet || line > clean-60 {
		t.Errorf("wet %d, wiped %d, line %d", wet, clean, line)
	}
	if strip := washed("clay-wash", coating.Gloss).Strip(wash.Dry, 40); strip.Bounds().Dx() != 2*Width+4 || strip.RGBAAt(Width+1, 5).A != 0 || strip.RGBAAt(2*Width, 5).A != 255 {
		t.Errorf("strip %v", strip.Bounds())
	}
}

func BenchmarkFrame(b *testing.B) {
	p := washed("clay-wash", coating.Gloss)
	img := image.NewRGBA(image.Rect(0, 0, Width, Height))
	x := 0.0
	p.Press(0, 60)
	for b.Loop() {
		x = math.Mod(x+12, Width)
		p.Draw(x, 60, 40, 1)
		p.Picture(img, 40)
		p.Score()
	}
}

func BenchmarkStrip(b *testing.B) {
	for b.Loop() {
		washed("clay-wash", coating.Gloss).Strip(wash.Dry, 40)
	}
}

// Too little leaves haze on the open surface, too much empties the lines.
func TestWiped(t *testing.T) {
	left := func(how Wiping) (open, line float64) {
		p := washed("enamel-wash", coating.Gloss)
		p.Wiped(wash.Damp, p.Ready(), how)
		no, nl := 0, 0
		for i := range p.cells {
			switch p.cells[i].on {
			case along, across:
				line += float64(p.cells[i].dry)
				nl++
			case marking, rivet:
			default:
				open += float64(p.cells[i].dry)
				no++
			}
		}
		return open / float64(no), line / float64(nl)
	}
	lo, ll := left(TooLittle)
	ro, rl := left(Right)
	_, ml := left(TooMuch)
	if lo < 1.5*ro || rl > ll+1e-9 || ml > 0.8*rl {
		t.Errorf("open surface: too little %.3f, right %.3f; lines: %.3f, %.3f, too much %.3f", lo, ro, ll, rl, ml)
	}
}

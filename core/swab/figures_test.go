package swab

import (
	"math"
	"testing"

	"inkysparrow/core/coating"
	"inkysparrow/core/wash"
)

// Each number of the panel by what it does to a cell. Reference model, no source.
func TestFigures(t *testing.T) {
	near := func(name string, got, want float64) {
		t.Helper()
		if math.IsNaN(got) || math.Abs(got-want) > 0.08*want {
			t.Errorf("%s: %.4g, want about %.4g", name, got, want)
		}
	}
	p := washed("clay-wash", coating.Gloss)
	ready := p.Ready()
	dry := p.touches(ready + 1)
	near("a fresh dry stroke takes", -math.Expm1(-dry.lift), 0.75)
	p.bud.Full = 1.5
	full := p.touches(ready + 1)
	near("a full one", -math.Expm1(-full.lift), 0.075)
	near("1.5 mm³ fill it", p.Full(), 1)
	near("and lay back, µm", p.laysBack(&full, 20, 10), 0.94)
	p.bud.Full = 0.75
	near("half of that half", p.Full(), 0.5)
	p.bud.Full = 0

	rest := func(on ground, tt *touches) float64 {
		c := cell{dry: 10, was: 10, on: on}
		p.meet(&c, tt, 1, 1, ready, 0)
		return float64(c.dry)
	}
	half := p.touches(0.3 * ready)
	near("wet, on open surface", rest(open, &half), 10-0.6*5.5)
	near("out of a line that was just filled", rest(along, &touches{wet: 1, line: 1}), 3.5)
	near("out of one just stiff", 10-rest(along, &touches{wet: 1e-9, line: 1}), 0.5)
	if p.touches(0.55*ready).openWet <= 0 || p.touches(0.65*ready).openWet > 0 {
		t.Error("open surface is stiff after six tenths of the time")
	}
	p.Take(wash.Damp)
	damp := p.touches(ready + 1)
	near("damp in the line", damp.line, 3)
	near("damp stands, µm", damp.stands, 0.5)
	p.Take(wash.Wet)
	wet := p.touches(ready + 1)
	near("wet in the line", wet.line, 6)
	near("wet stands, µm", wet.stands, 1.5)

	var sum, squares, n, fibres, spread float64
	for i := range p.cells {
		l := math.Log(float64(p.cells[i].valley) / float64(coating.Gloss.Texture()))
		sum, squares, n = sum+l, squares+l*l, n+1
	}
	near("valleys spread", math.Sqrt(squares/n-sum*sum/n/n), 0.15)
	for range 200 {
		p.Take(wash.Dry)
		for _, f := range p.fibres {
			fibres, spread = fibres+f, spread+(f-1)*(f-1)
		}
	}
	near("fibres are even on average", fibres/200/64, 1)
	near("and spread", math.Sqrt(spread/200/64), 0.25)
	at := func(x, y int) *cell { return &p.cells[y*Width+x] }
	near("a ridge in a corner", float64(at(98, 38).was/at(60, 60).was), 1.6)
	if BudCells() != 20 {
		t.Errorf("a bud is %.0f cells wide", BudCells())
	}
	spec := panelOf(room, laid, "clay-wash", "#4b443c", "#7d868c", coating.Gloss)
	spec.Pin = true
	pin := New(spec)
	if pin.cells[60*Width+100].was <= 0 || pin.cells[60*Width+101].was > 0 {
		t.Error("a pin wash wets the surface for four cells beside its line")
	}
	soft := exercises[4].spec(room, laid)
	near("a soft film loses with each pass, µm", New(soft).touches(ready+1).rub, 0.093)
	near("a damp pass frays a decal, µm", frayed(), 0.12)
}

// frayed is what one damp pass takes of a decal.
func frayed() float64 {
	p := New(exercises[3].spec(room, laid))
	p.Take(wash.Damp)
	tt := p.touches(p.Ready() + 1)
	tt.bite = 0
	c := cell{dry: 1, was: 1, on: marking}
	p.meet(&c, &tt, 1, 1, p.Ready()+1, 0)
	return float64(c.hurt)
}

// The verdict from both sides of each goal.
func TestVerdict(t *testing.T) {
	good := Score{Open: 0.05, Lines: 0.9, Touched: 1}
	for _, tc := range []struct {
		name   string
		change func(*Score)
		grime  bool
		done   bool
	}{
		{"clean", func(*Score) {}, false, true},
		{"just clean", func(s *Score) { s.Open = 0.079 }, false, true},
		{"not quite", func(s *Score) { s.Open = 0.081 }, false, false},
		{"lines just full", func(s *Score) { s.Lines = 0.76 }, false, true},
		{"lines emptied", func(s *Score) { s.Lines = 0.74 }, false, false},
		{"grime", func(s *Score) { s.Open = 0.13 }, true, true},
		{"too clean for grime", func(s *Score) { s.Open = 0.11 }, true, false},
		{"dark grime", func(s *Score) { s.Open = 0.34 }, true, true},
		{"too dark", func(s *Score) { s.Open = 0.36 }, true, false},
		{"a few streaks", func(s *Score) { s.Across = 0.09 }, false, true},
		{"streaky", func(s *Score) { s.Across = 0.11 }, false, false},
		{"a scratch", func(s *Score) { s.Hurt = 0.009 }, false, true},
		{"paint lost", func(s *Score) { s.Hurt = 0.011 }, false, false},
		{"a frayed decal", func(s *Score) { s.Decal = 0.011 }, false, false},
	} {
		s := good
		tc.change(&s)
		if words, done := s.verdict(tc.grime, -1); done != tc.done || len(words) < 2 {
			t.Errorf("%s: done %v, %v", tc.name, done, words)
		}
	}
	for touched, want := range map[float64]string{0.84: "16 % of the panel has not been touched.", 0.86: "30 % is left on the surface: a clean side of the bud takes the rest."} {
		words, _ := Score{Open: 0.3, Lines: 0.9, Touched: touched}.verdict(false, -1)
		if words[1] != want {
			t.Errorf("%.2f touched: %q, want %q", touched, words[1], want)
		}
	}
}

package web_test

import (
	"strings"
	"testing"

	"inkysparrow/internal/wire"
)

// What each care would come to is told before one is chosen; and a finding tells how likely it is and what that hangs on.
func TestCare(t *testing.T) {
	s := open(t)
	cares := read[wire.Cares](t, s.ask("GET", "/api/builds/petrel/care", ""), 200)
	if len(cares.Rows) != 3 || !cares.Rows[1].Now || cares.Waiting != 0.35 {
		t.Fatalf("%+v", cares)
	}
	for _, row := range cares.Rows {
		if row.Finish == "" || row.Name == "" || row.Mishaps <= 0 || row.Evenings <= 0 || !row.Now && row.Effect == "" {
			t.Errorf("%+v", row)
		}
	}
	if first, last := cares.Rows[0].Is, cares.Rows[2].Is; !strings.Contains(first, "twice") || !strings.Contains(last, "half") {
		t.Errorf("careful is %q, bold %q", first, last)
	}
	read[wire.Problem](t, s.ask("GET", "/api/builds/heron/care", ""), 404)
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	for _, f := range b.Findings {
		if f.Step == "d4" && f.Rule == "bite" && (f.Likely != "likely" || len(f.Odds) != 4 || !strings.Contains(f.Odds[0], "half of all see 0.40") || strings.Contains(f.Because, "half of all") || !strings.Contains(f.Odds[2], "the product by") || !strings.Contains(f.Odds[3], "touch-dry time")) {
			t.Errorf("%q, %q", f.Likely, f.Odds)
		}
		if f.Rule == "slit" && (f.Likely != "" || len(f.Odds) != 0) {
			t.Errorf("what is a yes or a no is told as %q", f.Likely)
		}
	}
	m := read[wire.Moment](t, s.ask("GET", "/api/builds/petrel/moment?zone=under&at=2027-03-11T20:40:00Z", ""), 200)
	if n := len(m.Core.Slope); n < 10 || m.Core.Slope[0].Chance < m.Core.Slope[n-1].Chance || m.Core.Films[0].Chance < 0.6 {
		t.Errorf("the slope of the pinned wash: %+v", m.Core.Slope)
	}
	if e := read[wire.Explain](t, s.ask("GET", "/api/builds/petrel/explain?step=u9", ""), 200); len(e.Weighed) < 3 || !strings.Contains(e.Weighed[0], "of 100 likely products") {
		t.Errorf("what a weighed date waits for: %q", e.Weighed)
	}
	dries := read[wire.ShelfHiding](t, s.ask("GET", "/api/shelf/hiding?product=pale-sky", ""), 200)
	if !strings.Contains(dries.Dries, "own time is not known") {
		t.Errorf("the shelf says %q", dries.Dries)
	}
}

package plan_test

import (
	"context"
	"errors"
	"math"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/plan"
)

// Every clear answers on every zone of every demo plan, today, when it is due and at the end; what is taken is in the route, and undone it is as it was.
func TestLastCoatOfEveryZone(t *testing.T) {
	for _, name := range []string{"petrel", "nightjar", "lynx"} {
		f := demoPlan(t, name)
		checked := rule.Check(mustResolve(t, f))
		for _, z := range f.Zones {
			for _, at := range []time.Time{{}, checked.Timeline.From, checked.Timeline.Finish.Add(24 * time.Hour)} {
				c, err := f.LastCoats(context.Background(), checked, plan.LastCoatQuery{Zone: z.ID, At: at, Wishes: []string{"keep-pigment", "flat"}})
				if err != nil {
					t.Fatalf("%s %s: %v", name, z.ID, err)
				}
				r, err := c.Report(context.Background(), at.IsZero() && z.ID == f.Zones[0].ID)
				if err != nil {
					t.Fatal(err)
				}
				own := 0
				for i, x := range r.Candidates {
					if x.Product != "" {
						own++
					}
					for what, v := range map[string]float64{"gloss": x.GlossGU[1], "kept": x.Kept, "moved": x.MovedMM, "shift": x.ShiftDE, "hairs": x.Hairs, "handled": x.HandleH, "ml": x.VolumeML, "frost": x.Frost, "chalk": x.Chalk} {
						if math.IsNaN(v) || v < 0 || v > 5000 {
							t.Errorf("%s %s, %s %s: %s %v", name, z.ID, x.Name, x.How, what, v)
						}
					}
					if x.Rank != i+1 || x.GlossGU[1] > 93 || x.Frost > 1 || x.Chalk > 1 || len(x.Bands) == 0 {
						t.Errorf("%s %s: %+v", name, z.ID, x)
					}
				}
				if own == 0 || r.None.Because == "" {
					t.Errorf("%s %s: %d of its own clears, none: %+v", name, z.ID, own, r.None)
				}
			}
		}
	}
}

// A coat that is chosen takes the place of the zone's last clear, or goes where one belongs; nothing else of the zone changes.
func TestLastCoatTaken(t *testing.T) {
	f := demoPlan(t, "petrel")
	pinned := time.Date(2027, 3, 17, 20, 0, 0, 0, time.UTC)
	for z := range f.Zones {
		for k := range f.Zones[z].Steps {
			if s := &f.Zones[z].Steps[k]; s.ID == "u12" { // what is said of the step stays with it, how the old coat was sprayed does not
				s.At, s.Note, s.ThicknessUM, s.Spray = &pinned, "before the club night", 9, &plan.Spray{NeedleMM: 0.3, PSI: 15, DistanceCM: 9, Thinning: 0.2}
			}
		}
	}
	checked := rule.Check(mustResolve(t, f))
	c, err := f.LastCoats(context.Background(), checked, plan.LastCoatQuery{Zone: "upper"})
	if err != nil {
		t.Fatal(err)
	}
	was := 0
	for _, z := range f.Zones {
		if z.ID == "upper" {
			was = len(z.Steps)
		}
	}
	spooned := 0
	for i := range c.Judged {
		for _, x := range c.Spoon(i) {
			spooned++
			with, _, err := f.Edit(x.Edit)
			if err != nil {
				t.Fatal(err)
			}
			again, err := with.LastCoats(context.Background(), rule.Check(mustResolve(t, with)), plan.LastCoatQuery{Zone: "prop"})
			if err != nil {
				t.Fatal(err)
			}
			for k := range again.Judged {
				if again.Key(k) != c.Key(i) {
					continue
				}
				for _, y := range again.Spoon(k) {
					if y.Is != (y.Gloss == x.Gloss) {
						t.Errorf("%s: a spoon of %g GU is kept as %+v", c.Key(i), x.Gloss, y)
					}
				}
			}
		}
	}
	if spooned < 8 {
		t.Errorf("%d grey steps", spooned)
	}
	for i := range c.Judged {
		e := c.Edit(i)
		changed, words, err := f.Edit(e)
		if err != nil || words == "" {
			t.Fatalf("%s: %v", c.Key(i), err)
		}
		for _, z := range changed.Zones {
			if z.ID != "upper" {
				continue
			}
			k := len(z.Steps)
			for j, s := range z.Steps {
				if s.ID == e.Of {
					k = j
				}
			}
			if k < len(z.Steps) && (z.Steps[k].Note == "" || z.Steps[k].At == nil || z.Steps[k].Spray != nil || z.Steps[k].ThicknessUM != 0) {
				t.Fatalf("%s: taken, the step is %+v", c.Key(i), z.Steps[k])
			}
			if len(z.Steps) != was || k == len(z.Steps) || z.Steps[k].Coats != c.Judged[i].Coats || string(z.Steps[k].Laying) != string(c.Judged[i].Step.Laying) {
				t.Fatalf("%s: %d steps, were %d", c.Key(i), len(z.Steps), was)
			}
		}
	}
}

// Bad questions are told with their place; nobody who waits, nothing is worked out.
func TestLastCoatAsked(t *testing.T) {
	f := demoPlan(t, "petrel")
	checked := rule.Check(mustResolve(t, f))
	for _, tc := range []struct {
		q    plan.LastCoatQuery
		want string
	}{
		{plan.LastCoatQuery{Zone: "moon"}, "zone"},
		{plan.LastCoatQuery{Zone: "upper", Wishes: []string{"gold"}}, "wish"},
		{plan.LastCoatQuery{Zone: "upper", Wishes: []string{"flat", "flat"}}, "wish"},
		{plan.LastCoatQuery{Zone: "upper", At: time.Date(9, 1, 1, 0, 0, 0, 0, time.UTC)}, "at"},
	} {
		_, err := f.LastCoats(context.Background(), checked, tc.q)
		var field *plan.FieldError
		if !errors.As(err, &field) || !strings.Contains(err.Error(), tc.want) {
			t.Errorf("%+v: %v", tc.q, err)
		}
	}
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	if _, err := f.LastCoats(ctx, checked, plan.LastCoatQuery{Zone: "upper"}); !errors.Is(err, context.Canceled) {
		t.Errorf("nobody waits: %v", err)
	}
	bare := f
	bare.Products = nil
	for _, p := range f.Products {
		if p.Kind != coating.Clear {
			bare.Products = append(bare.Products, p)
		}
	}
	bare.Zones = []plan.Zone{{ID: "q", Name: "Q", AreaCM2: 10}}
	bare.Airframe = nil
	bare.Parts = nil
	c, err := bare.LastCoats(context.Background(), rule.Check(mustResolve(t, bare)), plan.LastCoatQuery{Zone: "q"})
	if err != nil || len(c.Judged) == 0 {
		t.Fatalf("with no clear and no step: %v", err)
	}
	for i := range c.Judged {
		if !c.Judged[i].Generic {
			t.Error("there is a clear that nobody has")
		}
	}
}

func mustResolve(t *testing.T, f plan.File) *route.Plan {
	t.Helper()
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	return p
}

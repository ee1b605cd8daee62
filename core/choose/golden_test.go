package choose

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/wash"
	"inkysparrow/internal/golden"
)

func (j *Judged) wholly() string {
	s := fmt.Sprintf("%s %d evening %d out %q", j.Product.ID, j.Rank, j.Evening, j.RuledOut)
	for _, a := range j.Answers() {
		s += fmt.Sprintf(" [%s %s %s %d %.3f %.3f]", a.Severity, a.Helps, a.Harm, a.Place, a.Reach.Loss, a.Hard)
	}
	s += fmt.Sprintf(" run %.4v fill %.4v left %.3f keeps %.3f lines %.4v under %.4v %v %v shift %.2f open %.3f", j.Run, j.Fill, j.Left, j.Keeps, j.Lines, j.Under, j.Stark, j.Paler, j.Shift, j.Open)
	s += fmt.Sprintf(" %s %s %s always %v coated %s smell %v attended %s %.3f ml cost %.3f", j.Laid.Format("0102T1504"), j.Opens.Format("0102T1504"), j.Closes.Format("0102T1504"), j.Always, j.Coated.Round(time.Second), j.Smell, j.Attended, j.ML, j.Cost)
	if j.UndoneBy != nil {
		s += " undone by " + j.UndoneBy.ID + fmt.Sprint(j.Untouched)
	}
	for _, b := range j.Bands {
		s += fmt.Sprintf(" (%v)", b)
	}
	return s
}

// How washes are judged and ranked on zones of plans strung together at random stands in a file: a few places at length, the rest by digest.
func TestJudgedAsItWas(t *testing.T) {
	var b bytes.Buffer
	r := rand.New(rand.NewPCG(21, 11))
	for i := range 90 {
		p := routetest.Random(r)
		tl := timeline.Lay(p, rule.Every())
		line := tl.Lines[r.IntN(len(tl.Lines))]
		place := At(tl, line, When(tl, line))
		place.Cloth = wash.Wetness(r.IntN(3))
		all := place.Judge(place.Generics())
		wishes := Wishes()
		made := []Wish{wishes[r.IntN(len(wishes))].ID, wishes[r.IntN(len(wishes))].ID}
		if made[0] == made[1] {
			made = made[:1]
		}
		Rank(all, Made(made))
		text, long := "", ""
		for k := range all {
			j := &all[k]
			text += "\n  " + j.wholly()
			for _, c := range place.Grid(j) {
				text += fmt.Sprintf(" <%d %.3f %s %v>", c.Place, c.Loss, c.When.Severity, c.Wipe)
			}
			if k < 3 {
				w := place.WipePlan(*j)
				long += fmt.Sprintf("\n  %q cloths %d buds %d patch %.1f %d work %s lighter %.2f %q %q %q %q %q", w.Strokes, w.Cloths, w.Buds, w.PatchCM, w.Patches, w.Work.Round(time.Second), w.Lighten, w.Order, w.Care, w.Cautions, w.Early, w.Late)
				for _, tool := range w.Tools {
					long += fmt.Sprintf(" %.3f %s", tool.Left, tool.Note)
				}
				bare := place.BareOrSealed(j)
				long += fmt.Sprintf(" %s %v %.3f %s %s %q", bare.SafeFrom.Format("0102T1504"), bare.Never, bare.Sealed, bare.Work.Round(time.Minute), bare.Night, bare.Words)
				for _, age := range bare.Ages {
					long += fmt.Sprintf(" %.1f h %.3f %v %v", age.Hours, age.Loss, age.Soft, age.Safe)
				}
			}
			if k > 0 {
				long += " " + Before(&all[k-1], j)
			}
		}
		long += fmt.Sprint(ForAll(place, all), place.FilmName(len(place.Films)-1))
		if i >= 3 {
			text = ""
			for k := range all {
				text += " " + all[k].Product.ID + ":" + golden.Digest(all[k].wholly())
			}
		}
		fmt.Fprintf(&b, "plan %d by %v %s%s\n", i, made, golden.Digest(long+text), text)
	}
	golden.Hold(t, "testdata/judged.golden", b.Bytes())
}

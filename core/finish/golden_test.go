package finish

import (
	"bytes"
	"fmt"
	"hash/fnv"
	"testing"

	"inkysparrow/core/dose"
	"inkysparrow/internal/golden"
)

// What is told of every candidate on some worn places, of an airbrush's settings, of the schools and of the strip, stands in a file.
func TestToldAsItWas(t *testing.T) {
	var b bytes.Buffer
	for _, lines := range [][]string{
		{"b: base-coat mid-acrylic done 400h"},
		{"b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 300h", "d: decals decals done 250h", "s: seal gloss area 30 done 220h"},
		{"b: base-coat dark-green done 400h", "f: flat-coat flat done 200h", "o: oil-dots oil done 24h", "p: pastel pencil done 20h"},
		{"b: base-coat mid-enamel done 60h", "w: pin-wash brown-wash done 30h"},
		{"b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 300h", "w: overall-wash dark-clay done 90h", "q: streak oil done 50h", "x: streak black-oil done 40h", "y: oil-dots oil done 30h", "z: mud tan done 20h"},
		{"b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 20m"},
		{"b: base-coat mid-acrylic done 400h", "o: oil-dots oil done 300h", "f: final-coat flat done 90h", "p: pencil pencil done 10h"},
	} {
		p := at(lines...)
		handle, because := p.None()
		fmt.Fprintf(&b, "%s\n  as it stands: %.1f h, %s; uneven by %.1f\n", lines[len(lines)-1], handle.Hours(), because, p.WasUneven())
		all := p.Judge(Generics())
		Rank(all, Made("keep-pigment", "flat"))
		for i := range all {
			j := &all[i]
			worst, c := j.Worst()
			row := fmt.Sprintf("  %d %s %s: %.1f to %.1f GU, uneven %.1f, %.1f; kept %.3f of %d; moves %d by %.3f; %.2f DE %.2f L; %s %.3f; frost %.3f chalk %.3f hairs %.2f; %.1f h; smell %d; %.2f ml %.3f; %q; %s %.2f; next %d ends %d; strip %s %s\n",
				j.Rank, j.Product.ID, j.Words(), j.From, j.To, j.WasUneven, j.Uneven, j.Kept, len(j.Dusts), j.Moves, j.MovedMM, j.Shift, j.Lift, j.Bite.Harm, j.Bite.Chance, j.Frost, j.Chalk, j.Hairs,
				j.Handle.Hours(), j.Smell, j.ML, j.Cost, j.RuledOut, worst, c, len(j.Next), len(j.Ends), painted(p, j, false), painted(p, j, true))
			if i >= 10 { // the rest by a digest
				row = fmt.Sprintf("  %d %s %s %s\n", j.Rank, j.Product.ID, j.How, golden.Digest(row))
			}
			b.WriteString(row)
			if i%9 == 0 {
				for _, set := range []*dose.Setting{nil, {NeedleMM: 0.3, PSI: 25, DistanceCM: 24, Thinning: 1.5}, {NeedleMM: 0.5, PSI: 12, DistanceCM: 4, Thinning: 0.5}} {
					x := p.Spray(j, set)
					fmt.Fprintf(&b, "    lands as %s:", x.Lands)
					for _, o := range x.Comes {
						fmt.Fprintf(&b, " %s %.3f %v %v", o.ID, o.Share, o.Near(), o.Over())
					}
					b.WriteByte('\n')
				}
			}
			if i < 10 {
				fmt.Fprintf(&b, "    %s\n", Before(j, &all[i+1]))
			}
		}
		for _, s := range p.Schools(all) {
			fmt.Fprintf(&b, "  %s: %s (%d)\n", s.Words, s.Costs, s.Coat)
		}
	}
	golden.Hold(t, "testdata/told.golden", b.Bytes())
}

func painted(p *Place, j *Judged, after bool) string {
	h := fnv.New32a()
	h.Write(p.Strip(j, after, 24, 18).Pix)
	return fmt.Sprintf("%08x", h.Sum32())
}

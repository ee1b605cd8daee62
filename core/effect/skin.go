package effect

import (
	"math"
	"math/rand/v2"

	"inkysparrow/core/airframe"
	"inkysparrow/core/fact"
)

const usualScale = 48

// justAft is where it is seen what a row streams over, in mm.
const justAft = 5

// rows are the places of a field that lie far enough off its border: stretches of rows, with how much of them lies up to each.
type rows struct {
	view   airframe.View
	y      []float64
	low    []float64
	high   []float64
	upTo   []float64
	skin   float64
	placed int
}

const rowMM = 1.0

// inside returns the rows of a region that keep off from its border.
func inside(v airframe.View, r airframe.Region, skin, off float64) rows {
	out := rows{view: v, skin: skin}
	low, high := r.Bounds()
	sum := 0.0
	cut := make([][]float64, int((high.Y-low.Y)/rowMM)+1)
	for i := range cut {
		cut[i] = r.Row(low.Y + float64(i)*rowMM)
	}
	by := int(math.Round(off / rowMM))
	for k := by; k+by < len(cut); k++ {
		y := low.Y + float64(k)*rowMM
		above, on, below := cut[k-by], cut[k], cut[k+by]
		for i := 0; i+1 < len(on); i += 2 {
			from, to := on[i]+off, on[i+1]-off
			for _, other := range [][]float64{above, below} {
				a, b := holding(other, (from+to)/2)
				from, to = max(from, a), min(to, b)
			}
			if to > from {
				sum += to - from
				out.y, out.low, out.high, out.upTo = append(out.y, y), append(out.low, from), append(out.high, to), append(out.upTo, sum)
			}
		}
	}
	return out
}

// holding returns the stretch that holds x; an empty one where none does.
func holding(stretches []float64, x float64) (from, to float64) {
	for i := 0; i+1 < len(stretches); i += 2 {
		if x >= stretches[i] && x <= stretches[i+1] {
			return stretches[i], stretches[i+1]
		}
	}
	return 1, 0
}

// somewhere returns a place in the rows.
func (r *rows) somewhere(rnd *rand.Rand) airframe.Pt {
	at := rnd.Float64() * r.upTo[len(r.upTo)-1]
	low, high := 0, len(r.upTo)-1
	for low < high {
		if mid := (low + high) / 2; r.upTo[mid] < at {
			low = mid + 1
		} else {
			high = mid
		}
	}
	return airframe.Pt{X: r.low[low] + rnd.Float64()*(r.high[low]-r.low[low]), Y: r.y[low]}
}

func (r *rows) owed(k int, room float64) float64 {
	return r.skin/room*float64(k+1) - float64(r.placed)
}

// Toward returns the direction in which streaks are drawn in a view, in degrees clockwise from up: down the sides by gravity, aft with the air elsewhere.
func Toward(v airframe.View) float64 {
	d, ok := v.Down()
	if !ok {
		d = v.Aft()
	}
	deg := math.Atan2(d.X, -d.Y) * 180 / math.Pi
	return math.Mod(deg+360, 360)
}

// runs returns a cloud that thins with its length aft of a place and to the sides, the further aft the wider; aside is where its axis goes, in mm a mm.
func runs(v airframe.View, from airframe.Pt, dense, long, wide, widens, aside float64) Cloud {
	return Cloud{View: v, From: from, ReachMM: 4 * long, WideMM: 4*wide + 4*long*(widens+math.Abs(aside)), Density: func(aft, beside float64) float64 {
		if aft < 0 {
			return 0
		}
		w := wide + widens*aft
		b := (beside - aside*aft) / w
		return dense * math.Exp(-aft/long-b*b/2) * wide / w
	}}
}

// each walks over the features of some kinds, in the views in which the place just aft of them is on the zone.
func each(a *airframe.Airframe, zone int, kinds []airframe.FeatureKind, tell func(f *airframe.Feature, v airframe.View, from airframe.Pt)) {
	for i := range a.Features {
		f := &a.Features[i]
		for _, k := range kinds {
			if f.Kind != k {
				continue
			}
			for _, v := range f.Views {
				from, _ := v.Of(f.At)
				aft := v.Aft()
				if plate, z := a.Seen(v, airframe.Pt{X: from.X + aft.X*justAft, Y: from.Y + aft.Y*justAft}); z == zone && a.Plates[plate].Stuff == airframe.Skin {
					tell(f, v, from)
				}
			}
		}
	}
}

// TowardAt returns the direction in which a streak is drawn at a place of a view: as Toward, but turned by the air where it flows along: aft of down on flanks, more so on fins, and a little
// outboard on wings.
func TowardAt(a *airframe.Airframe, v airframe.View, at airframe.Pt) float64 {
	deg := Toward(v)
	plate, _ := a.Seen(v, at)
	if plate < 0 {
		return deg
	}
	part := a.Plates[plate].Part
	aft := v.Aft()
	if _, falls := v.Down(); falls {
		by := flankTurn
		if part == "fin" || part == "rudder" {
			by = finTurn
		}
		if aft.X < 0 {
			return deg + by
		}
		return deg - by
	}
	if part == "wing" || part == "wings" || part == "tailplane" {
		if at.X < 0 {
			return deg + wingTurn
		}
		return deg - wingTurn
	}
	return deg
}

var (
	turnBench = fact.Bench("air and rain together: down the sides, but aft; along a wing's own flow")
	flankTurn = Numbers.Number("toward-flank", 14, "°", "how far aft of straight down streaks on a flank are turned by the air", turnBench)
	finTurn   = Numbers.Number("toward-fin", 35, "°", "the same on a fin", turnBench)
	wingTurn  = Numbers.Number("toward-wing", 3, "°", "how far outboard of straight aft streaks on a wing are turned", turnBench)
)

package effect

import (
	"math"
	"math/rand/v2"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

// Mud leaves a tyre along its tangent, is slowed by the air, falls, and hits the underside. Almost all of it is too small to be set by hand on a model: only the largest splats are.
var (
	throwBench = fact.Memory("ballistics with drag in proportion to the square of the speed; sizes after Rosin & Rammler 1933, angles exponential; constants fitted to T37")
	mudAngle   = Numbers.Number("mud-angle", 25, "°", "mean angle behind the ground contact at which a drop leaves the tyre", throwBench)
	mudDrop    = Numbers.Number("mud-drop", 1, "mm", "size that a share of 1/e of the mass is larger than", throwBench)
	mudEven    = Numbers.Number("mud-even", 1.2, "", "how even sizes are (exponent)", throwBench)
	mudSlow    = Numbers.Number("mud-taxi", 8, "m/s", "speed of a slow taxi", throwBench)
	mudFast    = Numbers.Number("mud-run", 25, "m/s", "speed in the part of a take-off run in which mud is thrown", throwBench)
	mudHigh    = Numbers.Number("mud-belly", 0.35, "m", "height of the underside over the axle", throwBench)
	mudStops   = Numbers.Number("mud-stops", 2222, "", "stopping length of a drop in diameters: 1333 over a drag coefficient of 0.6", throwBench)
	mudSplat   = Numbers.Number("mud-splat", 2.5, "", "width of a splat, in widths of its drop", throwBench)
	mudAside   = Numbers.Number("mud-aside", 10, "°", "half angle to the sides in which mud flies", throwBench)
	mudMark    = Numbers.Number("mud-mark", 0.1, "mm", "smallest speck that is flicked or stippled", fact.Bench("T37: 0.1 to 0.3 mm"))
	mudMost    = Numbers.Number("mud-most", 0.3, "mm", "largest speck before it reads as a blot", fact.Bench("T37: 0.1 to 0.3 mm"))
	mudLargest = Numbers.Number("mud-largest", 0.15, "", "share of the splats, the largest, that are set on a model", fact.Bench("all others are below the smallest mark"))
	mudSpecks  = Numbers.Number("mud-specks", 80, "", "specks behind a wheel on a paved field", fact.Bench("40 to 150 a wheel; cover under 3 %"))
	mudNear    = Numbers.Number("mud-near", 12, "mm", "nearest behind a wheel on a 1/48 model that specks are set", fact.Bench("T37: 10 to 60 mm aft"))
	mudFar     = Numbers.Number("mud-far", 60, "mm", "farthest", fact.Bench("T37: 10 to 60 mm aft"))
)

// Throw is where one drop of mud hits the underside, in m aft of the axle; ok is false where it falls short of it. phi is the angle behind the ground contact at which it leaves a tyre of
// radius r m, at the speed v m/s, d its diameter in m.
func Throw(phi, r, v, d float64) (aft float64, ok bool) {
	x, y := r*math.Sin(phi), -r*math.Cos(phi) // from the axle
	vx, vy := v*math.Cos(phi), v*math.Sin(phi)
	stop := mudStops * d
	// The aircraft rolls on at v: seen from it, still air streams aft at v, and a drop that leaves the tyre does so aft and up.
	const g, dt = 9.81, 0.0005
	for range 6000 {
		rx, ry := vx-v, vy // through the air
		speed := math.Hypot(rx, ry)
		vx -= rx * speed / stop * dt
		vy -= (ry*speed/stop + g) * dt
		x, y = x+vx*dt, y+vy*dt
		if y >= mudHigh {
			return x, true
		}
		if vy < 0 {
			return 0, false
		}
	}
	return 0, false
}

// Thrown returns where drops hit the underside, in m aft of the axle, and how wide their splats are in mm of the full-size aircraft; only those that reach it, of n that were thrown.
func Thrown(r float64, n int, seed uint64) (aft, splat []float64) {
	rnd := rand.New(rand.NewPCG(seed, 0x30d))
	for range n {
		phi := min(80, mudAngle*rnd.ExpFloat64()) * math.Pi / 180
		d := mudDrop * math.Pow(rnd.ExpFloat64(), 1/mudEven) / 1000
		v := mudSlow + (mudFast-mudSlow)*rnd.Float64()
		if x, ok := Throw(phi, r, v, d); ok {
			aft, splat = append(aft, x), append(splat, mudSplat*d*1000)
		}
	}
	return aft, splat
}

// Mud returns the specks that a zone gets behind the wheels: amount is how many times as many as on a paved field, reach how many times as far. They lie where drops fly, and are as large as
// the largest of them are.
func Mud(a *airframe.Airframe, zone int, earth colour.Colour, amount, reach float64, seed uint64) *Laid {
	l := &Laid{Zone: zone, Inks: []colour.Colour{earth}}
	k := float64(a.Scale)
	near, far := mudNear*usualScale/k, mudFar*usualScale/k*reach
	for i := range a.Features {
		f := &a.Features[i]
		if f.Kind != airframe.Wheel || f.SizeMM <= 0 {
			continue
		}
		rnd := rand.New(rand.NewPCG(seed, Seeded(f.ID)))
		aft, splat := Thrown(f.SizeMM/2*k/1000, 400, seed+Seeded(f.ID))
		slices.Sort(splat)
		splat = splat[int(float64(len(splat))*(1-mudLargest)):]
		for _, v := range f.Views {
			if len(aft) == 0 {
				break
			}
			from, _ := v.Of(f.At)
			way := v.Aft()
			n := int(math.Round(mudSpecks * amount))
			for tries := 0; n > 0 && tries < 4*int(mudSpecks*amount); tries++ {
				x := aft[rnd.IntN(len(aft))] * 1000 / k * reach
				y := x * math.Tan(mudAside*math.Pi/180) * (2*rnd.Float64() - 1)
				d := min(mudMost, max(mudMark, splat[rnd.IntN(len(splat))]/k))
				if x < near || x > far {
					continue
				}
				at := airframe.Pt{X: from.X + way.X*x - way.Y*y, Y: from.Y + way.Y*x + way.X*y}
				plate, z := a.Seen(v, at)
				if plate < 0 || a.Plates[plate].Stuff != airframe.Skin {
					continue // it flies past
				}
				if n--; z == zone {
					l.Streaks = append(l.Streaks, Streak{View: v, At: at, WideMM: d, Density: hidesBy})
				}
			}
		}
	}
	return l
}

// MudMM returns how far aft of a wheel specks are set on a model of 1 to scale.
func MudMM(scale int) float64 { return mudFar * usualScale / float64(max(1, scale)) }

var flicked = &Hand{
	Do: "mud", Shows: Numbers.Number("mark-mud", 0.6, "", "how strongly it is drawn where no airframe says where it lies", shownBench),
	Tool: "A stiff brush flicked over a stick, or a sponge; on a card first, until the specks are right.",
	Undo: "A bud with its thinner while it is fresh; dry pigment with a dry brush.",
	Seal: "A flat clear, misted.",
}

var mud = &Effect{ID: "mud", Name: "Mud", From: airframe.Wheel, FromWords: "wheel", By: []*Hand{flicked}, plan: func(j *Job, p *Plan) {
	l := Mud(j.Airframe, j.Zone, j.ink(), j.amount(), j.reach(), j.Step.Seed)
	p.lay(l)
	if len(l.Streaks) == 0 {
		return
	}
	p.LongMM = MudMM(j.Airframe.Scale)
	area, least, most := p.specks(l.Streaks, Tint{j.ink(), "specks of mud", ""})
	p.say("Specks where the tyre throws them, the largest that fly: on a card first, until they are right. Inside the well and on the leg as well.")
	p.row("specks", "Specks", float64(len(l.Streaks)), "", "%d, of %.2f to %.2f mm", len(l.Streaks), least, most)
	if j.AreaCM2 > 0 {
		share := area / j.AreaCM2
		p.row("cover", "They cover", share, "%", "%.2f %% of the zone", share)
	}
}}

// specks adds places of specks; it returns what they cover together in mm2, and the smallest and the largest.
func (p *Plan) specks(all []Streak, t Tint) (area, least, most float64) {
	least = math.Inf(1)
	for _, s := range all {
		p.Places = append(p.Places, Place{Kind: "speck", View: s.View, At: s.At, DMM: s.WideMM, Tone: p.tone(t)})
		area += math.Pi / 4 * s.WideMM * s.WideMM
		least, most = min(least, s.WideMM), max(most, s.WideMM)
	}
	return area, least, most
}

package plan_test

import (
	"strings"
	"testing"
)

// Ordinary routes, from primer to the last clear, one of each family and school that people really use: common practice, no source. Laid
// out over evenings, none of them has a stop or a warn.
func TestOrdinaryRoutesAreQuiet(t *testing.T) {
	for _, tc := range []struct {
		name  string
		lines string
	}{
		{"water-borne acrylic, gloss, decals, enamel pin wash", "p: prime primer coats 1; b: base-coat pale; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash grey-wash; x: wipe of w damp; z: final-coat flat coats 1"},
		{"enamel, clay wash, oils", "p: prime lacquer-primer coats 1; b: base-coat mid-enamel; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash dark-clay; x: wipe of w damp; f: flat-coat flat; o: oil-dots oil; z: final-coat flat coats 1"},
		{"lacquer, enamel wash wiped dry", "p: prime lacquer-primer coats 1; b: base-coat mid-lacquer; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash brown-wash; x: wipe of w dry; z: final-coat flat coats 1"},
		{"alcohol acrylic, gloss, oil wash", "p: prime lacquer-primer coats 1; b: base-coat mid-alcohol; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash oil-wash; x: wipe of w dry; z: final-coat flat coats 1"},
		{"two acrylic colours with a mask between", "p: prime primer coats 1; b: base-coat pale; k: mask; c: base-coat mid-acrylic area 40 coats 2; u: unmask; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash grey-wash; x: wipe of w damp; z: final-coat satin coats 1"},
		{"lacquer camouflage masked the same evening", "p: prime lacquer-primer coats 1; b: base-coat mid-lacquer; k: mask; c: base-coat lacquer area 40; u: unmask; g: gloss-coat gloss; z: final-coat flat coats 1"},
		{"pre-shade and veils", "p: prime primer coats 1; l: pre-shade lines; b: veil pale coats 5; g: gloss-coat gloss; w: pin-wash grey-wash; x: wipe of w damp; z: final-coat flat coats 1"},
		{"chips over a medium, then decals and an enamel wash", "p: metal-coat bright; m: chipping-medium medium; b: base-coat mid-acrylic coats 1; k: chip; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash brown-wash; x: wipe of w dry; z: final-coat flat coats 1"},
		{"acrylic wiped back from lacquer", "p: metal-coat bright; b: base-coat mid-acrylic; k: wipe-back mid-acrylic; g: gloss-coat gloss; w: pin-wash brown-wash; x: wipe of w dry; z: final-coat flat coats 1"},
		{"bare metal, wash, no clear", "u: base-coat lacquer coats 4; y: polish; m: metal-coat bright; w: pin-wash dark-clay; x: wipe of w damp"},
		{"oils over flat, pastel exhaust, pencil, then leave it", "b: base-coat mid-acrylic; f: flat-coat flat; o: oil-dots oil; z: final-coat flat coats 1; e: pastel pastel; n: pencil pencil"},
		{"exhaust, mud, sponge chips and a thin black after the last flat", "b: base-coat mid-acrylic; z: final-coat flat coats 1; e: exhaust-spray tan; k: sponge-chips tan; m: mud tan; v: post-shade soot"},
		{"a black aircraft, a grey wash, a pale stain", "p: prime primer coats 1; b: base-coat acrylic; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash grey-wash; x: wipe of w damp; f: flat-coat flat; e: exhaust-spray tan; z: final-coat flat coats 1"},
		{"a white aircraft on a grey", "p: prime primer coats 2; b: base-coat white coats 3; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash grey-wash; x: wipe of w damp; z: final-gloss gloss coats 1"},
		{"acrylic wash cleaned while damp", "b: base-coat mid-acrylic; g: gloss-coat gloss; w: pin-wash water-wash; x: wipe of w damp with water; z: final-coat flat coats 1"},
		{"an enamel wash dried in a stream of air", "b: base-coat mid-acrylic; g: gloss-coat gloss; w: pin-wash brown-wash blown; x: wipe of w dry; z: final-coat flat coats 1"},
	} {
		if got := bad(t, routeOf(t, strings.Split(tc.lines, "; ")...)); got != "" {
			t.Errorf("%s: %s", tc.name, got)
		}
	}
}

// Follies, each pinned where it would be done: the right word, and nothing else as loud. Common practice, no source.
func TestFolliesAreTold(t *testing.T) {
	for _, tc := range []struct {
		name, lines, want string
	}{
		{"white spirit over yesterday's enamel", "b: base-coat mid-enamel done 24h; y: pin-wash brown-wash at 1h", "y bite stop wait"},
		{"lacquer over yesterday's enamel", "b: base-coat mid-enamel done 24h; z: final-coat solvent-flat at 1h", "z bite stop wait"},
		{"a cloth on yesterday's enamel", "b: base-coat mid-enamel done 24h; w: pin-wash dark-clay at 1h; x: wipe of w dry at 2h", "x rub stop wait"},
		{"decals left open under the wipe", "b: base-coat mid-acrylic done 400h; g: gloss-coat gloss done 90h; d: decals decals done 60h; w: pin-wash brown-wash; x: wipe of w dry", "w decal-unsealed warn seal; x decal-unsealed stop seal"},
		{"alcohol on alcohol paint", "b: base-coat mid-alcohol done 400h; g: gloss-coat gloss coats 1 done 90h; w: pin-wash brown-wash; x: wipe of w wet with isopropanol", "x bite stop seal"},
		{"gloss on paint that is wet", "b: base-coat mid-acrylic done 10m; g: gloss-coat gloss at 5m", "g wet-below stop wait"},
		{"tape on open decals", "b: base-coat mid-acrylic done 400h; g: gloss-coat gloss done 90h; d: decals decals done 60h; k: mask; u: unmask", "k mask-lifts stop"},
		{"tape on a live medium", "b: metal-coat bright done 400h; m: chipping-medium medium done 90h; c: base-coat mid-acrylic coats 1 done 80h; k: mask; u: unmask", "k medium stop"},
		{"a second enamel on the third day", "b: base-coat mid-enamel done 60h; c: base-coat mid-enamel at 1h", "c recoat stop wait"},
		{"a soaking cloth over a live medium", "b: metal-coat bright done 400h; m: chipping-medium medium done 90h; c: base-coat mid-acrylic coats 1 done 80h; w: overall-wash dark-clay; x: wipe of w wet", "w bite warn never; w wash-sheen warn; x bite stop never"},
		{"colour over the decals", "b: base-coat mid-acrylic done 400h; g: gloss-coat gloss done 90h; d: decals decals done 60h; c: base-coat pale", "c order stop"},
		{"a cloth damp with ammonia over acrylic", "b: base-coat gloss-acrylic done 400h; w: pin-wash dark-clay; x: wipe of w damp with ammonia-cleaner", "x bite stop seal"},
		{"a wash wiped at once, out of its lines", "b: base-coat mid-acrylic done 400h; g: gloss-coat gloss done 90h; w: pin-wash brown-wash at 1h; x: wipe of w dry at 75m", "x wipe-window warn wait"},
		{"decals on flat paint", "b: base-coat mid-acrylic done 400h; d: decals decals", "d silvering warn"},
	} {
		if got := bad(t, routeOf(t, strings.Split(tc.lines, "; ")...)); got != tc.want {
			t.Errorf("%s: found %q, want %q", tc.name, got, tc.want)
		}
	}
}

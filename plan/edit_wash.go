package plan

import (
	"fmt"
	"slices"
	"strings"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
)

// putWash puts a wash with its wipe into a zone, where it belongs in the order of work, or in place of the wash Of. With Seal, two coats of a gloss clear
// come before it.
func (f *File) putWash(e Edit) (string, error) {
	z, err := f.zone(e.Zone)
	if err != nil {
		return "", err
	}
	if e.Step == nil {
		return "", fault("edit.step", "missing")
	}
	do, ok := route.TechniqueNamed(string(e.Step.Do))
	if !ok || !do.Has(route.WashOn|route.Thinned) {
		return "", fault("edit.step.do", "%q puts on no wash", string(e.Step.Do))
	}
	zone := &f.Zones[z]
	s := *e.Step
	if e.Product != nil {
		s.Product = f.take(*e.Product)
	}
	words := fmt.Sprintf("Put %s into %s", f.wordsOfProduct(s.Product), zone.Name)
	at := zone.placeOf(s.Do)
	if e.Of != "" {
		if at = zone.place(e.Of); at < 0 {
			return "", fault("edit.of", "no step %q in the zone", e.Of)
		}
		old := zone.Steps[at]
		if old.Done != nil || old.Started != nil {
			return "", plainly(fault("edit.of", "%q was done already", e.Of), "that wash was put on already")
		}
		words = fmt.Sprintf("Took %s for %s in %s", f.wordsOfProduct(s.Product), strings.ToLower(doName(old.Do)), zone.Name)
		s.ID = old.ID
		zone.Steps[at] = s
	} else {
		s.ID = f.free(zone.ID + "-" + string(s.Do))
		zone.Steps = slices.Insert(zone.Steps, at, s)
	}
	if e.Wipe != nil {
		f.putWipe(zone, s.ID, *e.Wipe)
	} else { // one that stays has no wipe
		zone.Steps = slices.DeleteFunc(zone.Steps, func(w Step) bool { return w.Of == s.ID && w.Done == nil })
	}
	if e.Seal {
		zone.Steps = slices.Insert(zone.Steps, zone.place(s.ID), Step{ID: f.free(zone.ID + "-seal"), Do: "seal", Product: f.clear(*zone), Coats: 2})
		words += ", sealed first"
	}
	for i := range zone.Steps[zone.place(s.ID):] { // what comes after can't stay where it was pinned
		if after := &zone.Steps[zone.place(s.ID)+i]; after.At != nil && after.Done == nil {
			after.At = nil
		}
	}
	return words, nil
}

func (f *File) wordsOfProduct(id string) string {
	for _, p := range f.Products {
		if p.ID == id {
			return p.Name
		}
	}
	return "a wash"
}

// putWipe has a wash wiped as said: by the wipe that it has, else by a new one.
func (f *File) putWipe(zone *Zone, wash string, as Step) {
	i := slices.IndexFunc(zone.Steps, func(s Step) bool { return s.Of == wash })
	if i < 0 {
		i = zone.place(wash) + 1
		zone.Steps = slices.Insert(zone.Steps, i, Step{ID: f.free(zone.ID + "-wipe"), Do: "wipe", Of: wash})
	}
	own := &zone.Steps[i]
	own.With, own.Liquid = as.With, as.Liquid
	if as.Stroke != "" {
		own.Stroke = as.Stroke
	}
}

// clear returns the product that a zone is sealed with: one that the plan has, else a gloss clear that is added.
func (f *File) clear(z Zone) string {
	if b, ok := f.guess(z, route.MustTechnique("seal"), nil); ok {
		return b.ID
	}
	return f.take(Product{ID: "gloss", Name: "Gloss clear", Kind: coating.Clear, Family: "polish-clear", Sheen: "gloss"})
}

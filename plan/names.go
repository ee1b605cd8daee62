package plan

import (
	"fmt"
	"strings"
)

// slug makes an id of a name: its letters and digits in lower case with hyphens between; fallback for a name without any.
func slug(name, fallback string) string {
	var b strings.Builder
	for _, r := range strings.ToLower(name) {
		switch {
		case r >= 'a' && r <= 'z' || r >= '0' && r <= '9':
			b.WriteRune(r)
		case b.Len() > 0 && !strings.HasSuffix(b.String(), "-"):
			b.WriteByte('-')
		}
		if b.Len() >= 40 {
			break
		}
	}
	if s := strings.Trim(b.String(), "-"); s != "" {
		return s
	}
	return fallback
}

func freeAmong(id string, taken func(string) bool) string {
	try := id
	for n := 2; taken(try); n++ {
		try = fmt.Sprintf("%s-%d", id, n)
	}
	return try
}

// Slug makes a name for addresses from a build's name.
func Slug(name string) string { return slug(name, "build") }

// Anew returns the plan as it would be for a model that is still to be painted: nothing done, nothing pinned, under a new name.
func (f File) Anew(name string) File {
	out := f.Clone()
	out.Build.Name, out.Build.Finished, out.Build.Way = name, "", ""
	for z := range out.Zones {
		for i := range out.Zones[z].Steps {
			s := &out.Zones[z].Steps[i]
			s.Done, s.At, s.Turn = nil, nil, nil
		}
	}
	return out
}

// FreeSlug returns an id made from name, or from fallback where the name has no letter for it, with a number after it where it is taken.
func FreeSlug(name, fallback string, taken func(string) bool) string {
	return freeAmong(slug(name, fallback), taken)
}

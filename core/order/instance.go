package order

import (
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"strings"
)

// Measured are the aims of the instances that orders are compared by.
var Measured = []Aim{Makespan, Evenings, Flushes}

// ReadInstance reads a bench as the instances for comparison describe it: sessions, resources, activities with what they use and for how long after, lags. A resource named
// hands is the hands. Errors name the place.
func ReadInstance(data []byte) (*Problem, error) {
	var in struct {
		Sessions   []struct{ Start, End int }
		Resources  []string
		Activities []struct {
			Kind string
			Dur  int
			Use  map[string]int
			Chem string
		}
		Lags []struct {
			From, To, Min int
			Max           *int
		}
	}
	if err := json.Unmarshal(data, &in); err != nil {
		return nil, fmt.Errorf("instance: %w", err)
	}
	if len(in.Activities) == 0 {
		return nil, fmt.Errorf("activities: there are none")
	}
	p := &Problem{Hands: slices.Index(in.Resources, "hands")}
	for _, s := range in.Sessions {
		p.Sessions = append(p.Sessions, Session{From: s.Start, To: s.End})
	}
	for _, r := range in.Resources {
		p.Resources = append(p.Resources, Resource{Name: r})
	}
	for i, a := range in.Activities {
		w := Work{Name: fmt.Sprintf("activity %d (%s)", i, a.Kind), Length: a.Dur, Chem: a.Chem}
		for r, name := range in.Resources {
			if after, ok := a.Use[name]; ok {
				w.Holds = append(w.Holds, Hold{On: r, After: after})
			}
		}
		if len(w.Holds) != len(a.Use) {
			return nil, fmt.Errorf("activities[%d].use: something that is not among the resources", i)
		}
		p.Works = append(p.Works, w)
	}
	for _, l := range in.Lags {
		most := -1
		if l.Max != nil {
			most = *l.Max
		}
		p.Lags = append(p.Lags, Lag{From: l.From, To: l.To, Min: l.Min, Max: most})
	}
	return p, p.Validate()
}

// ReadJobShop reads a job shop as it is published: the number of jobs and of machines, then a line a job of machine and duration in turn. perJob is how many
// of the works, which come in the order of the file, are of one job.
func ReadJobShop(text string) (p *Problem, perJob int, err error) {
	var all []int
	for _, word := range strings.Fields(text) {
		n, err := strconv.Atoi(word)
		if err != nil || n < 0 || n > 100_000 {
			return nil, 0, fmt.Errorf("%q is no number of a job shop", word)
		}
		all = append(all, n)
	}
	if len(all) < 2 || all[0] < 1 || all[1] < 1 || all[0]*all[1] > MostWorks || len(all) != 2+2*all[0]*all[1] {
		return nil, 0, fmt.Errorf("a job shop begins with how many jobs and machines there are, and has two numbers for each of their pairs")
	}
	jobs, machines := all[0], all[1]
	p = &Problem{Hands: -1, Sessions: []Session{{}}}
	for m := range machines {
		p.Resources = append(p.Resources, Resource{Name: fmt.Sprintf("machine %d", m)})
	}
	for k := range jobs * machines {
		on, long := all[2+2*k], all[3+2*k]
		if on >= machines {
			return nil, 0, fmt.Errorf("job %d: there is no machine %d", k/machines, on)
		}
		p.Works = append(p.Works, Work{Name: fmt.Sprintf("job %d, operation %d", k/machines, k%machines), Length: long, Holds: []Hold{{On: on}}})
		p.Sessions[0].To += long
		if k%machines > 0 {
			p.Lags = append(p.Lags, Lag{From: k - 1, To: k, Max: -1})
		}
	}
	return p, machines, p.Validate()
}

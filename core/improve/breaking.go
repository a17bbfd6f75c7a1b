package improve

import (
	"context"
	"fmt"
	"slices"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/support"
)

// Going is one thing that breaks as the load grows: at how much, what, and what
// comes of it. Gone names the supports, or the places on the wall, that carry nothing
// after it. Down says that all of it comes down; Holds that what is left holds more
// than anyone will put on it.
type Going struct {
	Kg    float64  `json:"kg"`
	Link  string   `json:"link"`
	Name  string   `json:"name"`
	Where string   `json:"where"`
	How   string   `json:"how"`
	Gone  []string `json:"gone"`
	Next  float64  `json:"next_kg"` // where the next thing would go
	Down  bool     `json:"down"`
	Hangs bool     `json:"hangs"` // bent: it does not come down
	Holds bool     `json:"holds"`
	// Unknown says that nothing is known of what gives next.
	Unknown bool   `json:"unknown"`
	To      string `json:"to"` // where its load goes
}

// Break loads a shelf until it breaks: by mean strengths, each support that goes is
// taken away and what is left is asked again. A picture of averages.
func Break(ctx context.Context, p *design.Project, id string, known check.Known) ([]Going, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, check.Invalid(bad)
	}
	at := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == id })
	if at < 0 {
		return nil, fmt.Errorf("no shelf %q", id)
	}
	beside, err := check.NewBeside(ctx, p, at, known)
	if err != nil {
		return nil, err
	}
	out := []Going{}
	q := p.With(at, p.Hung(at))
	s := &q.Shelves[at]
	last := 0.0
	var gone []string
	called := map[string]string{} // every support as it was called when all of them stood
	for range 12 {
		a, err := beside.Ask(ctx, q)
		if err != nil {
			return nil, err
		}
		for i := range a.Links {
			l := &a.Links[i]
			if l.Support == "" || l.Support == s.Rail {
				continue // of the board, or of a row of many places
			}
			if len(out) == 0 {
				called[l.Support] = l.Where
			}
			l.Where = called[l.Support]
		}
		if a.Breaks == nil {
			if len(out) > 0 {
				end := &out[len(out)-1]
				if l := linkOf(a, a.First); l.NoMean != "" && !l.Fails {
					end.Unknown, end.To = true, "at what more it would then give is not known: "+l.NoMean
				} else { // what is left cannot stand by itself
					end.Down, end.To = true, "nothing is left that could hold it"
				}
			}
			return out, nil
		}
		if len(out) > 0 {
			out[len(out)-1].Next = a.Breaks.Kg
		}
		if a.Breaks.Above {
			if len(out) > 0 {
				out[len(out)-1].Holds = true
			} else if a.BreakLink != "" {
				out = append(out, going(a, a.Breaks.Kg, nil))
				out[0].Holds = true
			}
			return out, nil
		}
		last = max(last, a.Breaks.Kg)
		g := going(a, last, gone)
		link := linkOf(a, a.BreakLink)
		taken, to := take(q, s, link)
		if taken == nil {
			if g.Down, g.To = true, "all of it comes down"; link.Goes == hold.Bends && link.Of == hold.OfSteel {
				g.Hangs, g.To = true, "it hangs bent, and what stands on it slides off"
			}
			return append(out, g), nil
		}
		gone = append(slices.Clone(gone), taken...)
		g.Gone, g.To = gone, to
		out = append(out, g)
	}
	out[len(out)-1].Down = true
	return out, nil
}

func linkOf(a *check.Shelf, id string) check.Link {
	for _, l := range a.Links {
		if l.ID == id {
			return l
		}
	}
	return check.Link{}
}

func going(a *check.Shelf, kg float64, gone []string) Going {
	l := linkOf(a, a.BreakLink)
	return Going{Kg: kg, Link: l.ID, Name: l.Name, Where: l.Where, How: l.How, Gone: append([]string{}, gone...)}
}

// take removes what a broken link belonged to, and says where its load goes; nil
// where nothing would be left, or where the board or the rail itself is what broke.
func take(q *design.Project, s *design.Shelf, l check.Link) (gone []string, to string) {
	if rail := q.Fixtures.Rail(s.Rail); rail != nil && l.Support == rail.ID {
		if l.Role != hold.RoleNear && l.Role != hold.RoleHeel {
			return nil, ""
		}
		x := float64(s.X) + l.X
		keep := slices.DeleteFunc(slices.Clone(rail.Spots), func(sp support.Spot) bool {
			if support.At(sp.X, x) {
				gone = append(gone, sp.ID)
				return true
			}
			return false
		})
		if len(keep) == 0 || len(gone) == 0 {
			return nil, ""
		}
		rail.Spots = keep
		return gone, "to the other fasteners of the " + rail.Noun()
	}
	if i := slices.IndexFunc(s.Supports, func(u design.Support) bool { return u.ID == l.Support }); i >= 0 {
		if len(s.Supports) < 3 {
			return nil, ""
		}
		noun := s.Supports[i].Way().Noun()
		gone = []string{s.Supports[i].ID}
		s.Supports = slices.Delete(s.Supports, i, i+1)
		return gone, "to the " + noun + "s beside it"
	}
	if form, _ := s.Form(); form != nil {
		if to, ok := support.Loses(form, l.Support); ok {
			return []string{l.Support}, to
		}
	}
	return nil, ""
}

package check

import (
	"context"
	"slices"
	"strconv"
)

// everyday lists the states: every load pattern, with the supports level and
// then, from three supports on, with each in turn standing off.
func (r *run) everyday(ctx context.Context) error {
	all := pattern{name: "with all contents", bays: r.ints.Take(r.bays)[:0]}
	patterns := append(make([]pattern, 0, 4+2*r.bays), all, pattern{name: "with the shelf empty"})
	for bay := range r.bays {
		if slices.ContainsFunc(r.items, func(it placed) bool {
			from, to := r.rig.Bay(bay)
			return min(to, it.to) > max(from, it.from)
		}) {
			all.bays = append(all.bays, bay)
			patterns = append(patterns, r.pattern(r.text.Join("with contents only ", r.bayName(bay)), bay))
		}
	}
	patterns[0] = all
	patterns = r.together(all.bays, patterns)
	if len(all.bays) == 1 {
		patterns = patterns[:2]
	}
	n := len(patterns)
	if len(r.at) >= 3 && r.shelf.Misfit > 0 {
		n *= 1 + 2*len(r.at)
	}
	r.states, r.made = make([]*state, 0, n), make([]state, 0, n)
	for i := range patterns {
		p := &patterns[i]
		p.full, p.turning = r.sum(p.bays, r.colContents), r.sum(p.bays, r.colTurning)
		if err := r.addState(*p, -1, 0); err != nil {
			return err
		}
	}
	if d := float64(r.shelf.Misfit); len(r.at) >= 3 && d > 0 && !r.seated() {
		for _, p := range patterns {
			if err := ctx.Err(); err != nil {
				return err
			}
			for i := range r.at {
				for _, drop := range [2]float64{d, -d} {
					if err := r.addState(p, i, drop); err != nil {
						return err
					}
				}
			}
		}
	}
	return nil
}

// pattern loads some bays.
func (r *run) pattern(name string, bays ...int) pattern {
	return pattern{name: name, bays: append(r.ints.Take(len(bays))[:0], bays...)}
}

// together adds the patterns of any two neighbouring bays, and of every second one, where
// they are not all that there are, nor one alone.
func (r *run) together(all []int, out []pattern) []pattern {
	var second [2][]int
	for i := range second {
		second[i] = r.ints.Take(len(all))[:0]
	}
	for k, bay := range all {
		if k > 0 && all[k-1] == bay-1 && len(all) > 2 {
			out = append(out, r.pattern(r.text.Join("with contents only ", r.bayName(bay-1), " and ", r.bayName(bay)), bay-1, bay))
		}
		second[bay%2] = append(second[bay%2], bay)
	}
	for _, bays := range second {
		if len(bays) > 1 && len(bays) < len(all) {
			out = append(out, pattern{name: r.text.Join("with contents ", r.bayName(bays[0]), " and in every second bay from there"), bays: bays})
		}
	}
	return out
}

// pattern is which bays are loaded: what it is called, and the fixed reactions of their
// contents, and of these times z.
type pattern struct {
	name          string
	bays          []int
	full, turning []float64
}

// bayName says which part of the board.
func (r *run) bayName(bay int) string {
	if r.bayNames == nil {
		r.bayNames = make([]string, r.bays)
	}
	if r.bayNames[bay] == "" {
		r.bayNames[bay] = r.nameBay(bay)
	}
	return r.bayNames[bay]
}

func (r *run) nameBay(bay int) string {
	switch {
	case r.seated() && bay == 0:
		return "left of the block"
	case r.seated() && bay == len(r.at):
		return "right of the block"
	case r.seated():
		return r.text.Join("over the block, part ", strconv.Itoa(bay))
	case bay == 0:
		return r.text.Join("left of ", r.supportName(0))
	case bay == len(r.at):
		return r.text.Join("right of ", r.supportName(bay-1))
	}
	if a, b := r.noun(bay-1), r.noun(bay); a != b {
		return r.text.Join("between ", r.supportName(bay-1), " and ", r.supportName(bay))
	}
	return r.text.Join("between ", r.noun(bay), "s ", strconv.Itoa(bay), " and ", strconv.Itoa(bay+1))
}

// seated tells that the board sits on a block all along.
func (r *run) seated() bool { return slices.Contains(r.which, -1) }

// noun is what the i-th support is called.
func (r *run) noun(i int) string {
	if r.which[i] < 0 {
		return "seat"
	}
	return r.shelf.Supports[r.which[i]].Way().Noun()
}

func (r *run) supportName(i int) string { return r.names[i] }

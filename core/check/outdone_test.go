package check

import (
	"testing"

	"aguante/core/dress/dresstest"
	"aguante/core/hold"
	"aguante/core/support"
)

// What is left out as outdone uses no link more than what is asked: in every state, under any
// multiple of the contents, and with something set down anywhere.
func TestTheOutdoneAskNoMore(t *testing.T) {
	ways := support.Recipes()
	draw := dresstest.New(11)
	left, asked := 0, 0
	for trial := range dresstest.Trials(200, 4800) {
		p := draw.Design(ways[trial%len(ways)].Key)
		s := &p.Shelves[0]
		if form, _ := s.Form(); form != nil {
			continue
		}
		r, err := newRun(t.Context(), p, s, s.Candidates()[0])
		if err != nil || r.rig == nil {
			continue
		}
		probes := r.probes()
		if _, err := r.judge(t.Context()); err != nil {
			t.Fatal(err)
		}
		for i := range probes {
			probe := &probes[i]
			no := func(most, out float64, what string) {
				if out > most*(1+1e-6)+1e-9 {
					t.Errorf("%d, %s: %s is used %v where it is outdone %s, else %v", trial, ways[trial%len(ways)].Key, probe.ID, out, what, most)
				}
			}
			if probe.same {
				first := probe.ask(&view{r: r, along: &r.states[0].stretches[0], state: r.states[0], point: -1}, hold.Everyday)
				for _, st := range r.states {
					v := r.look(st, r.most)
					if u := probe.ask(&v, hold.Everyday); u != first && !v.gone() {
						t.Errorf("%d: %s answers %v %s, else %v", trial, probe.ID, u, st.when(), first)
					}
				}
				continue
			}
			for _, by := range []float64{0, 0.3, 1, 2, 7, r.most} {
				most, worst, when := 0.0, 0.0, ""
				for _, st := range r.states {
					v := r.look(st, by)
					switch u := probe.ask(&v, hold.Everyday).Used; {
					case probe.leaves(st.outdone):
						if left++; u > worst {
							worst, when = u, st.when()
						}
					default:
						asked++
						most = max(most, u)
					}
				}
				no(most, worst, when)
			}
			for c := range r.places {
				most, worst := 0.0, 0.0
				for k := range r.places[c] {
					v := &r.places[c][k]
					if u := probe.ask(v, hold.Sudden).Used; probe.leaves(v.outdone) {
						worst = max(worst, u)
					} else {
						most = max(most, u)
					}
				}
				no(most, worst, "as something comes down")
			}
		}
	}
	if left < 10000 || asked < 10000 {
		t.Errorf("only %d were left out and %d asked: this tests little", left, asked)
	}
}

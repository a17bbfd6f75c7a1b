package hold

import (
	"fmt"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// BoardScrews hold the board down on a bracket's arm.
type BoardScrews struct {
	Fixing   `label:"" as:"special"`
	Count    int             `json:"count" label:"how many" range:"1 12"`
	FromWall quantity.Length `json:"from_wall_mm" label:"from the wall" range:"5 1000"`
}

// Validate names every problem of the screws into a board.
func (b *BoardScrews) Validate(p *problem.List) {
	field.Check(p, b)
	if b.Noun() == "anchor" {
		p.Add("type", "an anchor does not hold in a board: choose a screw")
	}
}

// Within notes screws that are not in an arm of a reach, mm.
func (b *BoardScrews) Within(p *problem.List, reach float64) {
	if b != nil && float64(b.FromWall) > reach-2 {
		p.Between("board_screws.from_wall_mm", float64(b.FromWall), 5, reach-2)
	}
}

// Arm is what the board lies on, and what keeps it there: reach out from the wall
// and thick where screws go up through it, mm; Wood is what it is of, nil of steel.
type Arm struct {
	Set          *Site
	Reach, Thick float64
	Screws       *BoardScrews
	Wood         *material.Board
}

// grip is what the screws find in the board.
func (m Arm) grip() fastener.Grip {
	return m.Screws.Screw().Grip(max(0, m.Thick-float64(m.Screws.Recess)), 0, m.Set.Thick(float64(m.Screws.FromWall)))
}

// HoldsDown tells that screws hold the board down: ones whose points come out of its top
// are refused.
func (m Arm) HoldsDown() bool {
	if m.Screws == nil {
		return false
	}
	g := m.grip()
	return g.Holds && !g.Through && g.Thread > 0
}

// Links are the screws into the board; a board that lies loose is asked as one body.
func (m Arm) Links() []Link {
	if !m.HoldsDown() {
		return nil
	}
	var known [Cases]takes
	for c := range Cases {
		known[c].Pull, known[c].by = m.screwTakes(nil, c)
	}
	return []Link{{Part: "board", Mode: "held", Goes: Draws, Of: StuffOf(m.Set.Board), Role: RoleTips, Kind: Strength,
		Name: "screws into the board", Eases: true, Use: func(sh *working.Sheet, a Action) Use {
			if sh.On() {
				return m.Held(sh, a)
			}
			return Use{Used: m.pull(a) / known[a.Case].Pull, How: known[a.Case].by}
		}}}
}

// pull is what one of the screws into the board carries, N.
func (m Arm) pull(a Action) float64 { return (max(0, -a.R) + a.Lift) / float64(m.Screws.Count) }

// screwTakes is the pull that one of them takes, N: the least of the board's wood, its own
// steel, and a wooden arm that its head is drawn through.
func (m Arm) screwTakes(sh *working.Sheet, c Case) (float64, string) {
	b, s, on := m.Screws, m.Screws.Screw(), m.Set.Bases[c]
	grip := m.grip()
	takes, how := min(fastener.Withdrawal(sh, s, grip.Into(&m.Set.Board, true), on), fastener.Steel(sh, s, on)), "pull out of the board"
	if m.Wood != nil {
		if head := HeadThrough(sh, b.Fixing, Wooden("arm", *m.Wood, max(1, m.Thick-float64(b.Recess)), true), on); head < takes {
			takes, how = head, "pull their heads through the arm"
		}
	}
	return takes, how
}

// Screwed is how many screws keep the board down there and how far behind the arm's tip they
// stand, mm; 0 where none do.
func (m Arm) Screwed() (n, behind float64) {
	if !m.HoldsDown() {
		return 0, 0
	}
	return float64(m.Screws.Count), m.Reach - float64(m.Screws.FromWall)
}

// Notes cautions about a short arm, and screws that are too short or too long.
func (m Arm) Notes() []string {
	var out []string
	if m.Reach-m.Set.Out < m.Set.Own()*2/3 {
		out = append(out, "it reaches less than two thirds of the shelf's depth")
	}
	if m.Screws == nil {
		return out
	}
	switch g := m.grip(); {
	case !g.Holds:
		out = append(out, fmt.Sprintf("the screws into the board have %s of the %s that they need: not counted", say.Place(g.In),
			say.Place(g.Least)))
	case g.Short() != "":
		out = append(out, "the screws into the board are short: "+g.Short())
	case g.Through:
		out = append(out, "the screws into the board come out of its top: not counted")
	}
	return out
}

// Held is how far the screws into the board are used.
func (m Arm) Held(sh *working.Sheet, a Action) Use {
	takes, how := m.screwTakes(sh, a.Case)
	pull := m.pull(a)
	if sh.On() {
		sh.Add("T", "pull on one screw into the board: what lifts it there, and what keeps all of it from tipping off the front as one body",
			"(max(0, −R) + lift) / n", pull, working.Force, "statics", working.In("R", a.R, working.Force),
			working.In("lift", a.Lift, working.Force), working.In("n", float64(m.Screws.Count), working.Ratio))
		sh.Add("used", "part of what it takes", "T / min(W, N, H)", pull/takes, working.Ratio, "", working.In("T", pull, working.Force),
			working.In("min(W, N, H)", takes, working.Force))
	}
	return Use{Used: pull / takes, How: how}
}

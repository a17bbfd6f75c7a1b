// Package check takes a design in and gives a report out: for every shelf what
// it holds, what gives first, how straight it stays, and why.
package check

import (
	"slices"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/working"
)

// Verdict is what a shelf comes to.
type Verdict string

// The verdicts.
const (
	Holds  Verdict = "holds" // and stays straight
	Sags   Verdict = "sags"  // holds, but sags
	Loose  Verdict = "loose" // holds, but its board tips when part of the contents is gone
	Gives  Verdict = "gives" // does not hold
	Cannot Verdict = "cannot-say"
)

// Choices lists the verdicts.
func (Verdict) Choices() []field.Choice {
	return field.Choose("holds", "holds", "sags", "holds, but sags", "loose", "holds, but lies loose", "gives", "does not hold", "cannot-say", "cannot say")
}

// Limit is a mass of contents, kg. Above says that nothing gave up to it.
type Limit struct {
	Kg    float64 `json:"kg"`
	Above bool    `json:"above,omitempty"`
}

// Report is the answer for a whole wall.
type Report struct {
	Shelves []Shelf `json:"shelves"`
	Studs   []Stud  `json:"studs"`
	Verdict Verdict `json:"verdict"`
	Weakest string  `json:"weakest,omitempty"` // id of the link that gives first on the wall
}

// Shelf is what one shelf comes to on its wall: its own answer, and what the wall makes
// of it.
type Shelf struct {
	Answer
	Closing
}

// Answer is what one shelf is by itself. It follows from the shelf and what of its wall it
// stands on, and from no other shelf; once made it never changes. Asked is the mass of its
// contents by the high guess; where it is 0 the limits are for contents spread Evenly.
type Answer struct {
	ID        string     `json:"id"`
	Name      string     `json:"name"`
	Form      string     `json:"form,omitempty"`  // what it is, where it is no shelf
	Way       string     `json:"way,omitempty"`   // key of the way that it hangs in
	Tiers     []float64  `json:"tiers_mm"`        // how high over its underside, or its foot, goods stand
	Hangs     bool       `json:"hangs,omitempty"` // goods hang down from there
	Asked     float64    `json:"asked_kg"`
	Self      float64    `json:"self_kg"`
	Evenly    bool       `json:"evenly"`
	Handling  Sudden     `json:"handling"`
	Accident  *Sudden    `json:"accident,omitempty"`
	Links     []Link     `json:"links"`
	Supports  []Support  `json:"supports"`
	Rail      *Rail      `json:"rail,omitempty"`
	Curve     Curve      `json:"curve"`
	Section   Section    `json:"section"`
	Sagging   *Sagging   `json:"sagging,omitempty"`
	Movement  *Movement  `json:"movement,omitempty"`
	Contents  []ItemMass `json:"contents"`
	Assumed   []string   `json:"assumed"`
	Cautions  []Caution  `json:"cautions"`
	Loose     string     `json:"loose,omitempty"` // when a board that lies loose tips
	OnAssumed []string   `json:"on_assumed"`      // supports whose screws count on a stud that nobody has found

	notJudged []Caution // of the shelf by itself
	most      Limit     // the limit of what nothing limits
	times     float64   // the contents that it is
	own       gathering // of its own links
	stands    bool      // there is something that could break
	grips     []grip    // what it asks of studs
	rides     []ride    // and of fixtures that others may share
	low       *Answer   // the same with the low guess of its contents
}

// Afar is an answer with what is drawn of a shelf that is not looked at closely: its parts
// from the front.
func (a *Answer) Afar() *Answer {
	out := *a
	out.Links, out.Curve, out.Sagging, out.Section = []Link{}, blankCurve(), nil, blankSection()
	out.Supports = slices.Clone(a.Supports)
	for i := range out.Supports {
		out.Supports[i].Geometry = out.Supports[i].Geometry.Afar()
	}
	if a.Rail != nil {
		rail := *a.Rail
		rail.Geometry.Columns = slices.Clone(rail.Geometry.Columns)
		for i := range rail.Geometry.Columns {
			rail.Geometry.Columns[i].Geometry = rail.Geometry.Columns[i].Geometry.Afar()
		}
		out.Rail = &rail
	}
	return &out
}

func blankCurve() Curve { return Curve{[]float64{}, []float64{}, []float64{}} }

func blankSection() Section {
	return Section{Parts: []SectionPart{}, Sides: []SectionSide{}, Cuts: []CutLeft{}}
}

// Closing is what becomes of an answer on its wall, beside the other shelves: its limits
// and verdict over its own links and those Joined, which other shelves load as well.
type Closing struct {
	Verdict    Verdict   `json:"verdict"`
	Why        string    `json:"why,omitempty"` // of a verdict that cannot be given
	HoldsUpTo  Limit     `json:"holds"`
	First      string    `json:"first,omitempty"` // link that gives first
	StraightTo Limit     `json:"straight"`
	FirstSag   string    `json:"first_sag,omitempty"`
	Breaks     *Limit    `json:"breaks,omitempty"`
	BreakLink  string    `json:"break_link,omitempty"`
	NotKnown   []string  `json:"not_known"` // links left out of the expected break
	Low        *Low      `json:"low,omitempty"`
	Band       []string  `json:"band"` // the worst link of each role, on the load's way
	Joined     []Link    `json:"joined"`
	Beside     []Caution `json:"beside"`     // of its neighbours
	NotJudged  []Caution `json:"not_judged"` // what the design says and no link is asked about yet
}

// Afar is what is said of a shelf that is not looked at closely.
func (c Closing) Afar() Closing {
	c.Joined, c.Band, c.NotKnown, c.Beside, c.NotJudged = []Link{}, []string{}, []string{}, []Caution{}, []Caution{}
	return c
}

// Low is what the low guess of the contents would change.
type Low struct {
	Asked   float64 `json:"asked_kg"`
	Verdict Verdict `json:"verdict"`
}

// Sudden is the verdict on a load that comes down on the front edge.
type Sudden struct {
	Verdict Verdict `json:"verdict"`
	Load    float64 `json:"load_n"`
	Used    float64 `json:"used"`
	Link    string  `json:"link,omitempty"`
	X       float64 `json:"x_mm"` // worst place, from the board's left end
}

// Link is the answer for one thing that can give. Used is at the asked load in
// the everyday case. Gates have no figure between holding and not.
type Link struct {
	ID       string    `json:"id"`
	Role     hold.Role `json:"role"`
	Kind     hold.Kind `json:"kind"`
	Piece    string    `json:"piece"` // that it lives in
	Goes     hold.Goes `json:"goes"`
	Of       hold.Of   `json:"of"`
	Name     string    `json:"name"`
	Where    string    `json:"where"`
	Support  string    `json:"support,omitempty"`
	How      string    `json:"how"`
	When     string    `json:"when"`           // the pattern that governs
	Wood     string    `json:"wood,omitempty"` // the candidate that governs
	Used     float64   `json:"used"`
	Fails    bool      `json:"fails,omitempty"`
	Unknown  bool      `json:"unknown,omitempty"` // it fails as something is not known
	Limit    Limit     `json:"limit"`
	Break    *Limit    `json:"break,omitempty"`
	NoMean   string    `json:"no_mean,omitempty"`
	Handling float64   `json:"handling_used,omitempty"`
	Accident float64   `json:"accident_used,omitempty"`
	Value    float64   `json:"value_mm,omitempty"`
	Now      float64   `json:"now_mm,omitempty"`
	Allowed  float64   `json:"allowed_mm,omitempty"`
	X        float64   `json:"x_mm,omitempty"`   // from the board's left end
	Across   bool      `json:"across,omitempty"` // fasteners that go sideways, long before they break
}

// Support is one support under its load: Share with all contents and every
// support level; Geometry under the action that uses it most.
type Support struct {
	ID       string        `json:"id"`
	Number   int           `json:"number"` // from the left; 0 not under the board
	Name     string        `json:"name"`
	Noun     string        `json:"noun,omitempty"` // what another one is called
	X        float64       `json:"x_mm"`
	Share    float64       `json:"share_kg"`
	Load     float64       `json:"load_n"`
	Arm      float64       `json:"arm_mm"`
	When     string        `json:"when"`
	Worst    string        `json:"worst,omitempty"`
	Lifts    float64       `json:"lifts_mm"` // that the board rises off it under some of the contents
	Geometry hold.Geometry `json:"geometry"`
	Own      int           `json:"own_holes"`       // of its holes; the others are those of a rail that it hangs on
	Fails    string        `json:"fails,omitempty"` // why it holds nothing
}

// Rail is the piece on the wall that supports hang on, under what uses it most.
type Rail struct {
	ID       string            `json:"id"`
	Name     string            `json:"name"`
	When     string            `json:"when"`
	Worst    string            `json:"worst,omitempty"`
	Geometry hold.RailGeometry `json:"geometry"`
}

// Curve is the board's way down, mm, at even steps from its left end to its right: under
// its own weight, under all load now, and later. It has no steps where there is no board.
type Curve struct {
	Self  []float64 `json:"self_mm"`
	Now   []float64 `json:"now_mm"`
	Later []float64 `json:"later_mm"`
}

// ItemMass is what one item weighs.
type ItemMass struct {
	ID string  `json:"id"`
	Kg float64 `json:"kg"`
}

// Caution is a warning and the thing it is about.
type Caution struct {
	About string `json:"about,omitempty"` // id of the support or shelf
	Text  string `json:"text"`
}

// Working is the sum behind one link.
type Working struct {
	Link  Link           `json:"link"`
	Case  string         `json:"case"`
	When  string         `json:"when"`
	Steps []working.Step `json:"steps"`
}

// Invalid is the error for a design that cannot be checked.
type Invalid []problem.Problem

func (e Invalid) Error() string {
	if len(e) == 1 {
		return e[0].Path + ": " + e[0].Message
	}
	return e[0].Path + ": " + e[0].Message + " (and more)"
}

// worstUsed keeps numbers writable: a gate that fails is used without end.
const worstUsed = working.Endless

// told is the sum of a link in a case, step by step; none where it has no figures.
func told(l Link, which, when string, sh *working.Sheet) *Working {
	return &Working{Link: l, Case: which, When: when, Steps: append([]working.Step{}, sh.Steps...)}
}

// Package support holds the ways of hanging a shelf. Each way is one file: what
// it is made of, what can be wrong with it, how springy it is, what can give,
// and the geometry that the drawings draw.
package support

import (
	"math"

	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/wall"
	"aguante/core/working"
)

// Case is the load case that a utilisation is asked for.
type Case int

// The cases. Sudden is the basis of the handling and accident cases; Break
// takes mean strengths.
const (
	Everyday Case = iota
	Sudden
	Break
	cases
)

// Setting is where a support hangs and what it carries. Lengths in mm. Bases
// give the footing of strength for each case. Along is the length of shelf that
// belongs to the support; Rail is the piece on the wall that it hangs on, if any.
type Setting struct {
	Wall      *wall.Wall
	X         float64 // along the wall
	Underside float64 // of the board, above the floor
	Depth     float64 // of the shelf, out from the wall
	Thickness float64 // of the board
	Along     float64
	Board     material.Board
	Rail      *Rail
	Bases     [cases]material.Basis
}

// BasesFor returns the footing of the three cases for contents that stay.
func BasesFor(d material.Duration) [cases]material.Basis {
	return [cases]material.Basis{Everyday: {CD: d.CD()}, Sudden: {CD: 1.60}, Break: {CD: 1, Mean: true}}
}

// Action is what the shelf does to one support: R pushes it down, newtons, and
// M turns it off the wall, N·mm.
type Action struct {
	R, M float64
	Case Case
}

// Arm returns how far out the load stands, mm.
func (a Action) Arm() float64 {
	if a.R == 0 {
		return 0
	}
	return a.M / a.R
}

// Use is how far a link is used: 1 is its limit. How names the way it gives.
// Stiffness links give Value of Allowed, mm.
type Use struct {
	Used           float64
	How            string
	Value, Allowed float64
}

// Kind tells what a link decides.
type Kind string

// The kinds of link.
const (
	Strength  Kind = "strength"  // what it holds
	Stiffness Kind = "stiffness" // up to what it stays straight
	Gate      Kind = "gate"      // holds or does not, with nothing between
)

// Role is a link's place on the load's way to the wall.
type Role string

// The roles, in the order of the way.
const (
	RoleBends    Role = "bends"
	RoleShears   Role = "shears"
	RoleBears    Role = "bears"
	RoleSags     Role = "sags"
	RoleBar      Role = "bar"  // what reaches out: bar, arm, pin
	RoleBore     Role = "bore" // where it sits
	RoleDroop    Role = "droop"
	RoleTips     Role = "tips"
	RoleJoint    Role = "joint"
	RoleUnhooks  Role = "unhooks"
	RoleRail     Role = "rail" // the piece on the wall
	RoleNear     Role = "near"
	RoleOthers   Role = "others"
	RoleHeel     Role = "heel"
	RoleBehind   Role = "behind"
	RoleStanding Role = "standing"
)

// Roles lists them, from the contents to the wall.
func Roles() []Role {
	return []Role{RoleStanding, RoleBends, RoleShears, RoleSags, RoleBears, RoleTips, RoleBar, RoleBore, RoleDroop, RoleJoint, RoleUnhooks, RoleRail, RoleNear, RoleOthers, RoleHeel, RoleBehind}
}

// Link is one thing that can give. Part names the fastener or part within the
// support; Part and Mode end its id. Use answers for an action, writing its sum
// to the sheet if there is one. NoMean says why no expected break is known.
type Link struct {
	Part, Mode string
	Role       Role
	Kind       Kind
	Name       string
	NoMean     string
	Use        func(sh *working.Sheet, a Action) Use
}

// Hung is one support in its place.
type Hung interface {
	// Soft returns how much the support gives way under a load at distance e
	// from the wall, mm/N; 0 is rigid.
	Soft(e float64) float64
	// HoldsDown tells whether it keeps the board from lifting.
	HoldsDown() bool
	// Pad returns the area that the board rests on, mm²; 0 where it rests on
	// nothing that could dent it.
	Pad() float64
	// Links returns everything that can give.
	Links() []Link
	// Geometry returns what the drawings draw under an action.
	Geometry(a Action) Geometry
	// Notes returns what was assumed and what to beware of.
	Notes() Notes
}

// Way is one way of hanging, as the document has it. Noun is what one of them is
// called.
type Way interface {
	Noun() string
	Validate(p *problem.List)
	Hang(s Setting) Hung
}

// Shared is a piece on the wall that several supports hang on together.
type Shared interface {
	// Links returns everything of it that can give, under what all the supports
	// do to it, in their order.
	Links() []SharedLink
	// Geometry returns what the drawings draw, column by column of fasteners.
	Geometry(all []Action) RailGeometry
	Notes() Notes
}

// SharedLink is a link of a shared piece. Where says which part of it.
type SharedLink struct {
	Link
	Where string
	X     float64 // along the wall
	Use   func(sh *working.Sheet, all []Action) Use
}

// Notes are short sentences for the person.
type Notes struct {
	Assumed  []string
	Cautions []string
}

// Hole is one fastener into the wall, as drawn and as drilled.
type Hole struct {
	ID        string     `json:"id"`
	X         float64    `json:"x_mm"` // along the wall
	Y         float64    `json:"y_mm"` // from the board's underside
	Meets     wall.Meets `json:"meets"`
	Edge      float64    `json:"edge_mm"`
	Chance    float64    `json:"chance_of_a_miss"`
	Counts    bool       `json:"counts"`
	Near      bool       `json:"near"` // the one that the drawing speaks of: nearest the corner of those that hold
	Stud      string     `json:"stud,omitempty"`
	StudDepth float64    `json:"stud_depth_mm"`
	Head      float64    `json:"head_mm"` // where its head is, out from the wall
	Length    float64    `json:"length_mm"`
	D         float64    `json:"d_mm"`
	In        float64    `json:"in_stud_mm"`
	Thread    float64    `json:"thread_mm"`
	Least     float64    `json:"least_mm"`
	Would     float64    `json:"would_need_mm"` // shortest length that counts
	Pull      float64    `json:"pull_n"`
	Takes     float64    `json:"takes_n"`
	Shear     float64    `json:"shear_n"`
	Pilot     float64    `json:"pilot_mm"`
	Clearance float64    `json:"clearance_mm,omitempty"`
	Better    float64    `json:"better_mm,omitempty"` // a length sold that holds more
	Times     float64    `json:"better_times,omitempty"`
	Why       string     `json:"why,omitempty"`
}

// fails is the use of a gate that does not hold.
var fails = math.Inf(1)

package hold

import (
	"math"
	"sync"

	"aguante/core/field"
	"aguante/core/working"
)

// Use is how far a link is used: 1 is its limit. How names the way it gives.
// Stiffness links give Value of Allowed, mm.
type Use struct {
	Used           float64
	How            string
	Value, Allowed float64
	Unknown        bool // it fails as something is not known, which How says
	Across         bool // it goes sideways: fasteners in wood, long before they break
}

// Kind tells what a link decides.
type Kind string

// The kinds of link.
const (
	Strength  Kind = "strength"  // what it holds
	Stiffness Kind = "stiffness" // up to what it stays straight
	Gate      Kind = "gate"      // holds or does not, whatever is on it
)

// Choices lists the kinds of link.
func (Kind) Choices() []field.Choice {
	return field.Choose("strength", "strength", "stiffness", "stiffness", "gate", "holds or not")
}

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
	RoleRailSags Role = "rail-sags"
	RoleNear     Role = "near"
	RoleOthers   Role = "others"
	RoleHeel     Role = "heel"
	RoleBehind   Role = "behind"
	RoleStanding Role = "standing"
)

// Choices lists the roles, from the contents to the wall.
func (Role) Choices() []field.Choice {
	return field.Choose("standing", "stands",
		"bends", "board bends", "shears", "board shears", "sags", "board sags", "bears", "board bears", "tips", "stays on", "bar",
		"what reaches out", "bore", "where it sits", "droop", "front droops", "joint", "joint", "unhooks", "hooked on", "rail",
		"piece on the wall", "rail-sags", "piece on the wall sags", "near", "fasteners", "others", "the others", "heel", "under the heel", "behind", "into the wall")
}

// Roles lists them, from the contents to the wall.
func Roles() []Role { return roles() }

var roles = sync.OnceValue(field.Keys[Role])

// Link is one thing that can give. Part names the fastener or part within the
// support; Part and Mode end its id. Goes and Of say what it is that gives. Use answers for an action, writing its sum
// to the sheet if there is one. NoMean says why no expected break is known.
type Link struct {
	Part, Mode string
	Goes       Goes
	Of         Of
	Role       Role
	Kind       Kind
	Name       string
	NoMean     string
	Eases      bool // it may be used less under more
	Levers     bool // or where more is put on nearer to the wall, or farther out
	Use        func(sh *working.Sheet, a Action) Use
}

// Notes are short sentences for the person.
type Notes struct {
	Assumed  []string
	Cautions []string
}

// Fails is the use of a gate that does not hold.
var Fails = math.Inf(1)

// Part is how much of what something takes is asked of it: nothing of what is asked for nothing, and more than it
// has of what takes nothing.
func Part(asked, takes float64) float64 {
	if asked == 0 {
		return 0
	}
	return asked / takes
}

package support

import (
	"aguante/core/field"
	"aguante/core/hold"
	"strings"

	"aguante/core/fastener"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// PartKind is what a part of one's stock is.
type PartKind string

// The kinds of part.
const (
	ScrewPart   PartKind = "screw"
	AnchorPart  PartKind = "anchor"
	BracketPart PartKind = "bracket"
	HookPart    PartKind = "hook"
)

// Choices lists the kinds of part.
func (PartKind) Choices() []field.Choice {
	return field.Choose("screw", "screw", "anchor", "anchor", "bracket", "bracket", "hook", "hook")
}

// PartKinds lists them.
func PartKinds() []PartKind { return field.Keys[PartKind]() }

// Part is something of one's own stock: a screw or an anchor by its type in the
// catalogue, with what one has measured and what its packet says; a bracket or a hook
// by its sizes. Rated is what a bracket's maker says, each or a pair. Price is for
// one, in whatever money the person counts.
type Part struct {
	Key       string          `json:"key"`
	Name      string          `json:"name"`
	Kind      PartKind        `json:"kind"`
	Type      string          `json:"type,omitempty"`
	Length    quantity.Length `json:"length_mm,omitempty"`
	D         quantity.Length `json:"d_mm,omitempty"`
	Root      quantity.Length `json:"root_mm,omitempty"`
	Head      quantity.Length `json:"head_mm,omitempty"`
	Pull      quantity.Mass   `json:"pull_kg,omitempty"`
	Shear     quantity.Mass   `json:"shear_kg,omitempty"`
	Rated     quantity.Mass   `json:"rated_kg,omitempty"`
	Pair      bool            `json:"pair,omitempty"`
	Means     hold.Means      `json:"means,omitempty"`
	Reach     quantity.Length `json:"reach_mm,omitempty"`
	Leg       quantity.Length `json:"leg_mm,omitempty"`
	Width     quantity.Length `json:"width_mm,omitempty"`
	Thickness quantity.Length `json:"thickness_mm,omitempty"`
	Price     float64         `json:"price,omitempty"`
}

// Validate names every problem of a part that is to be kept.
func (t Part) Validate(p *problem.List) {
	if strings.TrimSpace(t.Name) == "" {
		p.Add("name", "a part needs a name to be found by")
	}
	p.Name("name", t.Name)
	p.OneOf("kind", string(t.Kind), problem.Words(PartKinds()))
	switch t.Kind {
	case ScrewPart, AnchorPart:
		ty, ok := fastener.TypeOf(t.Type)
		switch {
		case !ok:
			p.Add("type", "fastener %q is not in the catalogue", t.Type)
		case (ty.Kind == fastener.Anchor) != (t.Kind == AnchorPart):
			p.Add("kind", "a %s is no %s", ty.Name, t.Kind)
		}
		p.Between("length_mm", float64(t.Length), 8, 400)
		(&hold.Measured{D: t.D, Root: t.Root, Head: t.Head}).Validate(p)
		if t.Pull != 0 || t.Shear != 0 {
			(&hold.Rating{Pull: t.Pull, Shear: t.Shear, Means: t.Means}).Validate(p)
		}
	case BracketPart:
		p.Between("reach_mm", float64(t.Reach), 20, 1000)
		p.Between("leg_mm", float64(t.Leg), 15, 1000)
		p.Between("width_mm", float64(t.Width), 5, 200)
		p.Between("thickness_mm", float64(t.Thickness), 0.5, 20)
		if t.Rated != 0 {
			BracketRating{t.Rated, t.Pair, t.Means}.validate(p)
		}
	case HookPart:
		p.Between("reach_mm", float64(t.Reach), 10, 500)
		p.Between("d_mm", float64(t.D), 3, 60)
	}
	if !(t.Price >= 0 && t.Price < 1e6) {
		p.Add("price", "a price of %s is not possible", quantity.Decimal(t.Price, 2))
	}
}

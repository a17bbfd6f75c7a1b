package support

import (
	"strings"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// StockKind is what a part of one's stock is.
type StockKind string

// The kinds of part.
const (
	ScrewStock   StockKind = "screw"
	AnchorStock  StockKind = "anchor"
	BracketStock StockKind = "bracket"
	HookStock    StockKind = "hook"
)

// Choices lists the kinds of part.
func (StockKind) Choices() []field.Choice {
	return field.Choose("screw", "screw", "anchor", "anchor", "bracket", "bracket", "hook", "hook")
}

// StockKinds lists them.
func StockKinds() []StockKind { return field.Keys[StockKind]() }

// StockPart is something of one's own stock: a screw or an anchor by its type in the
// catalogue, with what one has measured and what its packet says; a bracket or a hook
// by its sizes. Rated is what a bracket's maker says, each or a pair. Price is for
// one, in whatever money the person counts.
type StockPart struct {
	Key       string          `json:"key"`
	Name      string          `json:"name"`
	Kind      StockKind       `json:"kind"`
	Type      string          `json:"type,omitempty"`
	Length    quantity.Length `json:"length_mm,omitempty" range:"8 400" only:"kind=screw,anchor"`
	D         quantity.Length `json:"d_mm,omitempty" range:"0|1.5 60"`
	Root      quantity.Length `json:"root_mm,omitempty" range:"0|1 28"`
	Head      quantity.Length `json:"head_mm,omitempty" range:"0|3 60"`
	Pull      quantity.Mass   `json:"pull_kg,omitempty" range:"0|0.5 5000"`
	Shear     quantity.Mass   `json:"shear_kg,omitempty" range:"0|0.5 5000"`
	Rated     quantity.Mass   `json:"rated_kg,omitempty" range:"0|0.5 5000"`
	Pair      bool            `json:"pair,omitempty"`
	Means     hold.Means      `json:"means,omitempty" blank:"ok"`
	Reach     quantity.Length `json:"reach_mm,omitempty" range:"10 1000" only:"kind=bracket,hook"`
	Leg       quantity.Length `json:"leg_mm,omitempty" range:"15 1000" only:"kind=bracket"`
	Width     quantity.Length `json:"width_mm,omitempty" range:"5 200" only:"kind=bracket"`
	Thickness quantity.Length `json:"thickness_mm,omitempty" range:"0.5 20" only:"kind=bracket"`
	Price     float64         `json:"price,omitempty" range:"0 1000000"`
}

// Validate names every problem of a part that is to be kept.
func (t *StockPart) Validate(p *problem.List) {
	if strings.TrimSpace(t.Name) == "" {
		p.Add("name", "a part needs a name to be found by")
	}
	field.Check(p, t)
	switch t.Kind {
	case ScrewStock, AnchorStock:
		ty, ok := fastener.TypeOf(t.Type)
		switch {
		case !ok:
			p.Add("type", "fastener %q is not in the catalogue", t.Type)
		case (ty.Kind == fastener.Anchor) != (t.Kind == AnchorStock):
			p.Add("kind", "a %s is no %s", ty.Name, t.Kind)
		}
		(&hold.Measured{D: t.D, Root: t.Root, Head: t.Head}).Validate(p)
		if t.Pull != 0 || t.Shear != 0 {
			field.Check(p, &hold.Rating{Pull: t.Pull, Shear: t.Shear, Means: t.Means})
		}
	case BracketStock:
		if t.Rated != 0 {
			p.OneOf("means", string(t.Means), problem.Words(field.Keys[hold.Means]()))
		}
	case HookStock:
		p.Between("d_mm", float64(t.D), 3, 60)
		p.Between("reach_mm", float64(t.Reach), 10, 500)
	}
}

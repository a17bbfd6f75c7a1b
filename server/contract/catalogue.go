package contract

import (
	"reflect"

	"aguante/core/buy"
	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/journal"
	"aguante/core/load"
	"aguante/core/logbook"
	"aguante/core/material"
	"aguante/core/order"
	"aguante/core/prove"
	"aguante/core/shop"
	"aguante/core/support"
	"aguante/core/wall"
	"aguante/server/export"
)

// Catalogue is everything that can be chosen by key, and what the screen says of fields.
type Catalogue struct {
	Woods     []material.Wood           `json:"woods"`
	Grades    []material.Grade          `json:"grades"`
	Lumber    []material.Lumber         `json:"lumber"`
	Panels    []material.Panel          `json:"panels"`
	Sizes     []material.Size           `json:"sizes"`
	Fasteners []fastener.Type           `json:"fasteners"`
	Contents  []load.Row                `json:"contents"`
	Ways      []support.Recipe          `json:"ways"`
	Words     map[string][]field.Choice `json:"words"`  // of each type that takes only some
	Fields    map[string][]field.Group  `json:"fields"` // of each way and form, and of what they are made of
	Usual     Usual                     `json:"usual"`
	Exports   []export.Format           `json:"exports"`
}

// Usual is new things as they usually are, with no id and no place yet.
type Usual struct {
	Stud     wall.Stud       `json:"stud"`
	Item     load.Item       `json:"item"`
	KeepOuts []wall.KeepOut  `json:"keep_outs"`
	Spacings []dress.Spacing `json:"spacings"` // of studs
	Hollow   design.Box      `json:"hollow"`
	Ladder   []string        `json:"ladder"` // woods that a board is compared with
	Finishes []design.Finish `json:"finishes"`
}

// NewCatalogue gathers the tables; what is usual is of round figures in the units.
func NewCatalogue(u design.Units) Catalogue {
	c := Catalogue{
		Woods: material.Woods(), Grades: material.Grades(), Lumber: material.Lumbers(), Panels: material.Panels(), Sizes: material.Sizes(),
		Fasteners: fastener.Types(), Contents: load.Rows(), Ways: support.Recipes(),
		Exports: export.Formats(),
		Words:   map[string][]field.Choice{}, Fields: map[string][]field.Group{},
		Usual: Usual{dress.NewStud(), dress.NewItem(u), dress.NewKeepOuts(), dress.Spacings(), dress.NewHollow(), dress.LadderWoods(),
			order.Usuals()},
	}
	for _, w := range choosers() {
		c.Words[nameOf(reflect.TypeOf(w))] = w.Choices()
	}
	for name, w := range support.AllWays() {
		c.Fields[name] = field.Groups(reflect.TypeOf(w).Elem())
	}
	for name, f := range support.AllForms() {
		c.Fields[name] = field.Groups(reflect.TypeOf(f).Elem())
	}
	c.Fields["rail"] = field.Groups(reflect.TypeFor[support.Rail]())
	c.Fields["standard"] = field.Groups(reflect.TypeFor[support.Standard]())
	c.Fields["panel"] = field.Groups(reflect.TypeFor[support.Panel]())
	c.Fields["notch"] = field.Groups(reflect.TypeFor[support.Notch]())
	return c
}

// choosers are the words that the screen offers or writes.
func choosers() []field.Chooser {
	return []field.Chooser{
		material.Dry, material.Years, material.FlatSawn, design.Nothing, design.NoAccident, design.Eye, design.Solid, design.Down, load.Back,
		load.ByCount,
		load.Shape(""), wall.WoodStuds, wall.Gypsum, wall.Cable, wall.ByTape, hold.LapJoint, hold.WorkingLoad, hold.Unmarked, hold.RoleBar,
		fastener.InLining, check.Holds,
		support.Kind(""), support.Strip,
		design.GrainAlong, design.ShowsFront, design.EndsCut, shop.AnyWay, shop.Piece,
		design.BoresAfter, design.ShelfFirst, design.HeadsFront, design.FitStop, design.FromLeft, design.FromFloor, shop.A4,
		design.Bare, design.PVA, buy.Boards, buy.Pieces, order.Bring,
		prove.Dial, prove.AsAsked, prove.AnHour, prove.Creak, prove.Passed, prove.MarkAsked, logbook.Other, hold.OfWood, journal.Remark,
	}
}

// nameOf is a type's name, with its package's where two would have the same.
func nameOf(t reflect.Type) string {
	switch t {
	case reflect.TypeFor[wall.Kind]():
		return "WallKind"
	case reflect.TypeFor[support.Kind]():
		return "SupportKind"
	case reflect.TypeFor[order.Kind]():
		return "StepKind"
	case reflect.TypeFor[buy.Kind]():
		return "BuyKind"
	case reflect.TypeFor[journal.Kind]():
		return "EntryKind"
	case reflect.TypeFor[hold.Of]():
		return "Went"
	}
	return t.Name()
}

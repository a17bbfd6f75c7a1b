package design

import (
	"encoding/json"
	"errors"
	"fmt"

	"aguante/core/quantity"
)

// ErrVersion: a document of a version that this program does not know.
var ErrVersion = errors.New("version not known")

// upgrades turn a document of one version into one of the next, as raw JSON; the first is
// for version 1. They take what they find: what is wrong in an old document is still wrong
// in the new one, and is named there.
var upgrades = []func(doc map[string]any) error{fromVersion1, fromVersion2, fromVersion3, fromVersion4, fromVersion5}

// Upgrade returns a document, raw JSON, as one of today's version; one that is of today's
// comes back as it is. ErrVersion where it is of a version that is not known.
func Upgrade(b []byte) ([]byte, error) {
	var head struct {
		Version float64 `json:"version"`
	}
	if err := json.Unmarshal(b, &head); err != nil {
		return nil, err
	}
	v := int(head.Version)
	if v == Version {
		return b, nil
	}
	if float64(v) != head.Version || v < 1 || v > Version {
		return nil, fmt.Errorf("version %v: this program reads versions 1 to %d: %w", head.Version, Version, ErrVersion)
	}
	var doc map[string]any
	if err := json.Unmarshal(b, &doc); err != nil {
		return nil, err
	}
	for ; v < Version; v++ {
		if err := upgrades[v-1](doc); err != nil {
			return nil, fmt.Errorf("from version %d: %w", v, err)
		}
		doc["version"] = float64(v + 1)
	}
	return json.Marshal(doc)
}

// fromVersion1 makes fixtures of rails and slotted standards, which belonged to one shelf
// each and stood over its underside, and says who found each stud. What version 1 could
// not say is as it was taken: drilled with a pilot, studs dry, braces' ends in notches,
// splines across.
func fromVersion1(doc map[string]any) error {
	rails, standards := []any{}, []any{}
	for _, s := range things(doc["shelves"]) {
		y, err := length(s["y_mm"])
		if err != nil {
			return err
		}
		if r, ok := s["rail"].(map[string]any); ok {
			if err := add(r, "bottom_mm", y); err != nil {
				return err
			}
			s["rail"] = r["id"]
			rails = append(rails, r)
		}
		for _, u := range things(s["supports"]) {
			standard, err := takeStandard(u, y)
			if err != nil {
				return err
			}
			if standard != nil {
				standards = append(standards, standard)
			}
		}
		if h, ok := s["hook_rail"].(map[string]any); ok {
			dropEmptyScrew(h["peg"])
		}
	}
	doc["fixtures"] = map[string]any{"rails": rails, "standards": standards, "panels": []any{}}
	if w, ok := doc["wall"].(map[string]any); ok {
		for _, st := range things(w["studs"]) {
			findStud(st)
		}
	}
	for _, s := range things(doc["shelves"]) {
		for _, u := range things(s["supports"]) {
			if c, ok := u["side_cleat"].(map[string]any); ok {
				for _, st := range things(c["studs"]) {
					findStud(st)
				}
			}
		}
	}
	return nil
}

// fromVersion2 puts the places of a rack's joints into the wood that arm and upright share:
// they were laid out over the upright's width along the wall, as if its depth were that, so
// that some stood in front of it. They are in the middle of its depth.
func fromVersion2(doc map[string]any) error {
	for _, s := range things(doc["shelves"]) {
		rack, _ := s["rack"].(map[string]any)
		joint, _ := rack["joint"].(map[string]any)
		if joint == nil {
			continue
		}
		deep, err := length(rack["deep_mm"])
		if err != nil {
			return err
		}
		out := false
		for _, p := range things(joint["places"]) {
			x, err := length(p["x_mm"])
			if err != nil {
				return err
			}
			out = out || x > deep
		}
		for _, p := range things(joint["places"]) {
			if out {
				p["x_mm"] = deep / 2
			}
		}
	}
	return nil
}

// fromVersion3 hangs a shelf on the one rail that its supports named one by one: a backer board,
// or another rail than its own. A rail that the shelf named itself stays.
func fromVersion3(doc map[string]any) error {
	for _, s := range things(doc["shelves"]) {
		for _, u := range things(s["supports"]) {
			on := []any{u["backer"]}
			delete(u, "backer")
			if h, ok := u["holder"].(map[string]any); ok {
				on = append(on, h["on"])
				delete(h, "on")
			}
			for _, id := range on {
				if name, _ := id.(string); name != "" && s["rail"] == nil {
					s["rail"] = name
				}
			}
		}
	}
	return nil
}

// findStud says in words who found a stud.
func findStud(st map[string]any) {
	found := "tape"
	if assumed, _ := st["assumed"].(bool); assumed {
		found = "guess"
	}
	delete(st, "assumed")
	st["found"] = found
}

// takeStandard takes the slotted standard out of a braced bracket at a height y, mm; nil
// where it has none.
func takeStandard(u map[string]any, y float64) (map[string]any, error) {
	b, _ := u["braced_bracket"].(map[string]any)
	s, ok := b["standard"].(map[string]any)
	if !ok {
		return nil, nil
	}
	above, err1 := length(s["above_mm"])
	below, err2 := length(s["below_mm"])
	if err := errors.Join(err1, err2); err != nil {
		return nil, err
	}
	holes := []any{}
	for _, h := range things(b["holes"]) {
		down, err := length(h["down_mm"])
		if err != nil {
			return nil, err
		}
		holes = append(holes, map[string]any{"id": h["id"], "up_mm": below - down, "offset_mm": orZero(h["offset_mm"])})
	}
	id := fmt.Sprintf("%v-standard", u["id"])
	out := map[string]any{"id": id, "x_mm": u["x_mm"], "bottom_mm": y - below, "height_mm": above + below, "width_mm": b["width_mm"],
		"plate_mm": b["plate_mm"], "screw": b["screw"], "holes": holes}
	b["standard"], b["holes"] = id, []any{}
	delete(b, "screw")
	return out, nil
}

// dropEmptyScrew takes away a screw that was only there because it had to be.
func dropEmptyScrew(peg any) {
	p, _ := peg.(map[string]any)
	if s, _ := p["screw"].(map[string]any); s["type"] == "" {
		delete(p, "screw")
	}
}

// fromVersion4 adds how pieces are made: nobody had chosen anything yet, and none had a letter.
func fromVersion4(doc map[string]any) error {
	doc["making"] = map[string]any{"letters": []any{}, "pieces": []any{}}
	return nil
}

// fromVersion5 adds the schools, the datum, what is as it was built, glue and finish: nobody had said anything of these.
func fromVersion5(doc map[string]any) error {
	making, ok := doc["making"].(map[string]any)
	if !ok {
		return nil
	}
	making["schools"], making["built"], making["finish"], making["glue"] = []any{}, []any{}, []any{}, "pva"
	making["datum"] = map[string]any{"from": "left", "up": "floor", "line_mm": 1000.0}
	return nil
}

// things are the objects of a list.
func things(v any) []map[string]any {
	var out []map[string]any
	list, _ := v.([]any)
	for _, e := range list {
		if o, ok := e.(map[string]any); ok {
			out = append(out, o)
		}
	}
	return out
}

func orZero(v any) any {
	if v == nil {
		return 0.0
	}
	return v
}

// length reads a length as a file may have it: a number of mm, or a text with its unit.
func length(v any) (float64, error) {
	b, err := json.Marshal(orZero(v))
	if err != nil {
		return 0, err
	}
	var l quantity.Length
	err = l.UnmarshalJSON(b)
	return float64(l), err
}

// add makes a length of an object so much longer.
func add(o map[string]any, key string, by float64) error {
	l, err := length(o[key])
	o[key] = l + by
	return err
}

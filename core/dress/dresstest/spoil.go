package dresstest

import (
	"encoding/json"
	"maps"
	"slices"
)

// odd are values that a document may have where a person would not put them.
var odd = []any{0.0, -1.0, 1e-9, 0.5, 1.0, 2.0, 19.05, 38.0, 400.0, 1e4, 1e6, 1e300, -1e300, "", "x", "no such thing", "1e999", nil, true, false,
	[]any{}, map[string]any{}, "mdf", "in", "2x4", "wet", "years"}

// Spoil changes a JSON document in places that data chooses: three bytes a change. What is left is
// JSON; whether it is a design is for who reads it to say.
func Spoil(doc, data []byte) []byte {
	var v any
	if json.Unmarshal(doc, &v) != nil {
		return doc
	}
	for ; len(data) >= 3; data = data[3:] {
		if at := places(v); len(at) > 0 {
			at[(int(data[0])<<8|int(data[1]))%len(at)](int(data[2]))
		}
	}
	out, err := json.Marshal(v)
	if err != nil {
		return doc
	}
	return out
}

// places are all in a document that can be changed, in their order.
func places(v any) []func(how int) {
	var out []func(int)
	switch v := v.(type) {
	case map[string]any:
		for _, k := range slices.Sorted(maps.Keys(v)) {
			out = append(out, func(how int) {
				if how == 255 {
					delete(v, k)
					return
				}
				v[k] = spoiled(v[k], how)
			})
			out = append(out, places(v[k])...)
		}
	case []any:
		for i := range v {
			out = append(out, func(how int) {
				switch {
				case how >= 250:
					v[i] = v[(i+1)%len(v)] // its neighbour twice
				default:
					v[i] = spoiled(v[i], how)
				}
			})
			out = append(out, places(v[i])...)
		}
	}
	return out
}

// spoiled is a value changed: a number a little or much, all else for something odd.
func spoiled(v any, how int) any {
	if n, ok := v.(float64); ok && how < 128 {
		return n * []float64{1.001, 0.999, 2, 0.5, 10, 0.1, -1, 1.3}[how%8]
	}
	return odd[how%len(odd)]
}

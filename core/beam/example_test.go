package beam_test

import (
	"fmt"

	"aguante/core/beam"
)

// The middle of three supports carries five eighths of an even load.
func ExampleCondense() {
	even := beam.Load{Patches: []beam.Patch{{From: 0, To: 1000, W: 1}}}
	rig, err := beam.Condense(1000, 1e10, []float64{0, 500, 1000}, []beam.Load{even})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%.1f N\n", rig.Fixed[0])
	// Output: [187.5 625.0 187.5] N
}

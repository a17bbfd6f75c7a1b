package quantity_test

import (
	"fmt"

	"aguante/core/quantity"
)

func ExampleParseLength() {
	for _, text := range []string{"27 5/8", `2' 3 5/8"`, "81 cm"} {
		l, err := quantity.ParseLength(text, "in")
		fmt.Printf("%.1f mm %v\n", float64(l), err)
	}
	// Output:
	// 701.7 mm <nil>
	// 701.7 mm <nil>
	// 810.0 mm <nil>
}

package fastener_test

import (
	"fmt"

	"aguante/core/fastener"
	"aguante/core/material"
)

// What a #10 wood screw takes out of a spruce stud, 38 mm of its thread in it, for years.
func ExampleWithdrawal() {
	t, _ := fastener.TypeOf("wood-10")
	s := fastener.Screw{Type: t, Length: 64}
	fmt.Printf("%.0f N\n", fastener.Withdrawal(nil, s, fastener.Member{G: 0.42, Thread: 38}, material.Basis{CD: 0.9}))
	// Output: 572 N
}

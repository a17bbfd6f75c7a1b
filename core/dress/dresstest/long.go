package dresstest

import "os"

// Long is whether the long form of random and simulated tests is asked for: make long.
var Long = os.Getenv("AGUANTE_LONG") != ""

// Trials is how many trials a random test makes: few where all tests are run, which find what is plainly wrong, and many in
// make long, which holds the figures.
func Trials(few, many int) int {
	if Long {
		return many
	}
	return few
}

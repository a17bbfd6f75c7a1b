package check

import (
	"fmt"
	"slices"

	"aguante/core/design"
	"aguante/core/load"
)

// Work is about how much work an answer for a shelf takes, 1 being a board of one wood on a
// support: every link is asked in every state, and a state is one more bay loaded and one more
// support standing off, along the whole of the board.
func Work(s *design.Shelf) float64 {
	n := float64(len(s.Supports))
	w := n * n * n * n * float64(max(1, len(s.Board.Woods)))
	if guessed(s) {
		w *= 2
	}
	return w
}

// guessed tells whether a low guess is given of any of the contents.
func guessed(s *design.Shelf) bool {
	return slices.ContainsFunc(s.Contents, func(it load.Item) bool { return it.Low() != it })
}

// manySupports is from how many on supports are what takes the work.
const manySupports = 12

// Lighten says what to take off a shelf that takes too much work, what helps most first.
func Lighten(s *design.Shelf) string {
	out := ""
	add := func(format string, args ...any) {
		if out != "" {
			out += ", or "
		}
		out += fmt.Sprintf(format, args...)
	}
	if n := len(s.Board.Woods); n > 1 {
		add("settle on one wood of the %d that it may be", n)
	}
	if n := len(s.Supports); n > manySupports {
		add("make two boards end to end of one on %d supports", n)
	}
	if guessed(s) {
		add("leave out the low guesses of the contents")
	}
	if out == "" {
		return "take supports or contents off"
	}
	return out
}

package problem

import (
	"cmp"
	"strconv"
	"strings"
)

// Parted is a path without its last step, and that.
func Parted(path string) (of, key string) {
	i := strings.LastIndex(path, ".")
	return path[:max(i, 0)], path[i+1:]
}

// nouns are what things of lists are called, where that is not the list's name.
var nouns = map[string]string{
	"shelves": "shelf", "spots": "fastener", "contents": "item", "keep_outs": "thing in the way", "rows_mm": "row", "joints_mm": "joint",
	"bracing": "brace",
}

// Noun is what a thing of a list is called.
func Noun(list string) string { return cmp.Or(nouns[list], strings.TrimSuffix(list, "s")) }

// Word is what a figure is called, by its name in a file.
func Word(key string) string {
	key = strings.TrimSuffix(strings.TrimSuffix(key, "_kg"), "_mm")
	return cmp.Or(words[key], strings.ReplaceAll(key, "_", " "))
}

// Thing is what stands at a path: "screw 2", "the wall", "the shelf".
func Thing(path string) string {
	i := strings.LastIndex(path, "[")
	if i < 0 {
		if path == "wall" {
			return "the wall"
		}
		return "it"
	}
	at, rest, _ := strings.Cut(path[i+1:], "]")
	_, list := Parted(path[:i])
	noun := Noun(list)
	n, _ := strconv.Atoi(at)
	switch {
	case rest != "" && noun != "shelf":
		return "that of " + noun + " " + strconv.Itoa(n+1)
	case rest != "":
		return "it"
	case noun == "shelf":
		return "the shelf"
	}
	return noun + " " + strconv.Itoa(n+1)
}

// words are what figures of a thing are called, where that is not their name in a file.
var words = map[string]string{"x": "along the wall", "y": "height", "up": "how far up", "bottom": "lower edge", "each": "of one",
	"from": "left side", "to": "right side"}

// figureOf names a figure by its path: "fastener 2, along the wall".
func figureOf(path string) string {
	of, key := Parted(path)
	word := Word(key)
	if i := strings.Index(word, "["); i >= 0 {
		return Thing(path)
	}
	if one := Thing(of); one != "it" {
		return one + ", " + word
	}
	return word
}

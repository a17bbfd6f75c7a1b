// Package slab takes memory in large pieces for many small slices that live and go
// together.
package slab

import "unsafe"

// Text joins strings in large pieces of memory.
type Text struct{ free []byte }

// Join is parts one after another.
func (t *Text) Join(parts ...string) string {
	n := 0
	for _, p := range parts {
		n += len(p)
	}
	if cap(t.free)-len(t.free) < n {
		t.free = make([]byte, 0, max(n, first/4))
	}
	from := len(t.free)
	for _, p := range parts {
		t.free = append(t.free, p...)
	}
	return unsafe.String(unsafe.SliceData(t.free[from:]), n)
}

// Of gives slices of one type. The zero value is ready; it is used by one goroutine.
type Of[T any] struct {
	free  []T
	piece int
}

// The first piece, and the largest, where no more are asked for at once; bytes.
const (
	first = 2 << 10
	most  = 32 << 10
)

// Take returns n zero values.
func (s *Of[T]) Take(n int) []T {
	if n > len(s.free) {
		var one T
		s.piece = min(max(2*s.piece, first), most)
		s.free = make([]T, max(n, s.piece/int(unsafe.Sizeof(one))))
	}
	out := s.free[:n:n]
	s.free = s.free[n:]
	return out
}

package check

import "testing"

func BenchmarkZZ(b *testing.B) {
	p := honeyRoom(b)
	for i := range p.Shelves {
		s := &p.Shelves[i]
		b.Run(s.Name, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				Ask(b.Context(), p, s)
			}
		})
	}
	form, _ := p.Shelves[2].Form()
	b.Run("newStand", func(b *testing.B) {
		for b.Loop() {
			newStand(p, &p.Shelves[2], form, p.Shelves[2].Candidates()[0])
		}
	})
}

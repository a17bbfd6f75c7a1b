package projectfile

import (
	"archive/zip"
	"bytes"
	"errors"
	"image"
	"image/png"
	"os"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/journal"
	"aguante/server/store"
)

func dot(t *testing.T) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := png.Encode(&b, image.NewGray(image.Rect(0, 0, 2, 2))); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func whole(t *testing.T) *store.Archive {
	t.Helper()
	b, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	p, err := Read(b)
	if err != nil {
		t.Fatal(err)
	}
	return &store.Archive{Design: p, Designs: map[string]*design.Project{"d1": p},
		Pictures: []store.Picture{{Hash: "p1", Type: "image/png", Bytes: dot(t)}},
		Journal: []journal.Entry{{ID: "a", Seq: 1, Kind: journal.Picture, When: "2026-11-26T12:00:00Z", Design: "d1", Pictures: []string{"p1"}},
			{ID: "b", Seq: 2, Kind: journal.TakeBack, When: "2026-11-26T12:01:00Z", Back: "a"}}}
}

func TestAWallGoesOutAndComesInWithItsJournal(t *testing.T) {
	b, err := WriteArchive(whole(t))
	if err != nil {
		t.Fatal(err)
	}
	got, err := ReadArchive(b)
	if err != nil || len(got.Design.Shelves) != 6 || len(got.Journal) != 2 || !got.Journal[1].Same(whole(t).Journal[1]) || len(got.Pictures) != 1 ||
		got.Pictures[0].Hash != "p1" || got.Designs["d1"] == nil {
		t.Errorf("%+v, %v", got, err)
	}
	plain, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	if got, err := ReadArchive(plain); err != nil || len(got.Design.Shelves) != 6 || len(got.Journal) != 0 {
		t.Errorf("a plain project file: %v", err)
	}
}

func TestZipsThatCannotBeAreRefusedByPart(t *testing.T) {
	good := map[string]string{}
	b, err := WriteArchive(whole(t))
	if err != nil {
		t.Fatal(err)
	}
	z, err := zip.NewReader(bytes.NewReader(b), int64(len(b)))
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range z.File {
		left := int64(1 << 20)
		part, err := unpack(f, &left)
		if err != nil {
			t.Fatal(err)
		}
		good[f.Name] = string(part)
	}
	for says, spoil := range map[string]func(parts map[string]string){
		"no project.json":                   func(p map[string]string) { delete(p, "project.json") },
		"project.json: shelves[0].depth_mm": func(p map[string]string) { p["project.json"] = strings.Replace(p["project.json"], "184.15", "-4", 1) },
		"designs/d1.json":                   func(p map[string]string) { p["designs/d1.json"] = "{" },
		"pictures/p1.png":                   func(p map[string]string) { p["pictures/p1.png"] = "<svg/>" },
		"line 2: journal.jsonl: takes_back": func(p map[string]string) {
			p["journal.jsonl"] = strings.Replace(p["journal.jsonl"], `,"takes_back":"a"`, "", 1)
		},
		"says something else": func(p map[string]string) {
			p["journal.jsonl"] += strings.Replace(strings.SplitN(p["journal.jsonl"], "\n", 2)[0], "picture", "remark", 1) + "\n"
		},
	} {
		parts := map[string]string{}
		for name, text := range good {
			parts[name] = text
		}
		spoil(parts)
		var out bytes.Buffer
		w := zip.NewWriter(&out)
		for name, text := range parts {
			f, _ := w.Create(name)
			_, _ = f.Write([]byte(text))
		}
		w.Close()
		_, err := ReadArchive(out.Bytes())
		var bad Unreadable
		if !errors.As(err, &bad) || !strings.Contains(err.Error(), says) {
			t.Errorf("%v, want %q", err, says)
		}
	}
	if _, err := ReadArchive([]byte("PK\x03\x04 and nothing")); err == nil {
		t.Error("half a zip was taken")
	}
}

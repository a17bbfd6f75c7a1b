package picture

import (
	"bytes"
	"encoding/base64"
	"encoding/binary"
	"errors"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"testing"
)

// A tall picture that a camera held sideways is turned, and what was written beside it is gone.
func TestAPictureIsTurnedAndBare(t *testing.T) {
	m := image.NewNRGBA(image.Rect(0, 0, 60, 20))
	for x := range 60 {
		for y := range 20 {
			m.Set(x, y, color.NRGBA{uint8(4 * x), 120, uint8(10 * y), 255})
		}
	}
	var b bytes.Buffer
	if err := jpeg.Encode(&b, m, nil); err != nil {
		t.Fatal(err)
	}
	exif := []byte("Exif\x00\x00MM\x00*\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00\x00\x00\x01\x00\x06\x00\x00\x00\x00\x00\x00SECRETPLACE")
	head := binary.BigEndian.AppendUint16([]byte{0xff, 0xe1}, uint16(len(exif)+2))
	raw := append(append(append([]byte{}, b.Bytes()[:2]...), append(head, exif...)...), b.Bytes()[2:]...)
	kept, err := Kept(raw)
	if err != nil {
		t.Fatal(err)
	}
	size, kind, err := image.DecodeConfig(bytes.NewReader(kept))
	if err != nil || kind != "jpeg" || size.Width != 20 || size.Height != 60 {
		t.Errorf("%s %dx%d %v", kind, size.Width, size.Height, err)
	}
	if bytes.Contains(kept, []byte("SECRET")) || bytes.Contains(kept, []byte("Exif")) {
		t.Error("what was written beside it is kept")
	}
}

// Large ones become smaller, PNG goes in, and what is no picture or a bomb is refused before it is unpacked.
func TestWhatIsTaken(t *testing.T) {
	var b bytes.Buffer
	if err := png.Encode(&b, image.NewGray(image.Rect(0, 0, 3000, 1500))); err != nil {
		t.Fatal(err)
	}
	for make, want := range map[*func([]byte) ([]byte, error)]int{ptr(Kept): side, ptr(Small): smallSide} {
		out, err := (*make)(b.Bytes())
		if err != nil {
			t.Fatal(err)
		}
		if size, _, _ := image.DecodeConfig(bytes.NewReader(out)); size.Width != want || size.Height != want/2 {
			t.Errorf("%dx%d", size.Width, size.Height)
		}
	}
	bomb := append([]byte{}, b.Bytes()...)
	binary.BigEndian.PutUint32(bomb[16:], 30_000)
	binary.BigEndian.PutUint32(bomb[20:], 30_000)
	binary.BigEndian.PutUint32(bomb[29:], crc32.ChecksumIEEE(bomb[12:29]))
	webp, err := base64.StdEncoding.DecodeString("UklGRhoAAABXRUJQVlA4TA0AAAAvAAAAEAcQERGIiP4HAA==")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := Kept(webp); err != nil {
		t.Errorf("WebP: %v", err)
	}
	for what, bad := range map[string][]byte{"a bomb": bomb, "a text": []byte("<svg/>"), "nothing": nil, "half of one": b.Bytes()[:60]} {
		if _, err := Kept(bad); !errors.Is(err, ErrPicture) {
			t.Errorf("%s: %v", what, err)
		}
	}
}

func ptr[T any](v T) *T { return &v }

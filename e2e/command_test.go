package e2e

import (
	"bytes"
	"encoding/json"
	"errors"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"
)

// command runs the program to its end and returns its code and output.
func command(t *testing.T, input string, args ...string) (code int, out, errs string) {
	t.Helper()
	c := program(args...)
	c.Stdin = strings.NewReader(input)
	var o, e strings.Builder
	c.Stdout, c.Stderr = &o, &e
	err := c.Run()
	var exit *exec.ExitError
	if err != nil && !errors.As(err, &exit) {
		t.Fatal(err)
	}
	return c.ProcessState.ExitCode(), o.String(), e.String()
}

func TestCheckCommand(t *testing.T) {
	t.Parallel()
	demo := "../demo/honey-room.json"
	b, err := os.ReadFile(demo)
	if err != nil {
		t.Fatal(err)
	}
	if _, out, _ := command(t, strings.Replace(string(b), `"y_mm": 57.2`, `"y_mm": 75`, 1), "check", "-"); !strings.Contains(out, "does not go together: Extractor's tools") ||
		!strings.Contains(out, "leaves the rail by its side") {
		t.Errorf("it does not say what does not go together:\n%s", out)
	}
	if _, out, _ := command(t, string(b), "check", "-"); strings.Contains(out, "does not go together") {
		t.Errorf("the demo does not go together:\n%s", out)
	}
	sound := regexp.MustCompile(`"each_kg": [\d.]+`).ReplaceAllString(string(b), `"each_kg": 0.1`)
	nowhere := filepath.Join(t.TempDir(), "none.json")
	for name, c := range map[string]struct {
		input     string
		args      []string
		code      int
		out, errs string
	}{
		"does not hold":     {"", []string{"check", demo}, 1, "First to give: bar at the corner, bracket 2", "not everything holds"},
		"holds":             {sound, []string{"check", "-"}, 0, "Jar shelf: holds", ""},
		"cannot be read":    {strings.Replace(string(b), "184.15", "-4", 1), []string{"check", "-"}, 2, "", "shelves[0].depth_mm"},
		"is not there":      {"", []string{"check", nowhere}, 2, "", "no such file"},
		"no file named":     {"", []string{"check"}, 2, "", "arg"},
		"no such command":   {"", []string{"levitate"}, 2, "", "unknown command"},
		"catalogue":         {"", []string{"catalogue"}, 0, `"eastern-white-pine"`, ""},
		"holes":             {"", []string{"holes", demo}, 0, "upright 1 of Hive rack", ""},
		"check sheet":       {"", []string{"paper", demo, "--out", t.TempDir()}, 0, "check sheet.pdf", ""},
		"templates":         {"", []string{"paper", demo, "--what", "templates", "--size", "letter", "--out", filepath.Join(t.TempDir(), "for", "the wall")}, 0, "story stick, heights.dxf", ""},
		"a song on paper":   {"", []string{"paper", demo, "--what", "song"}, 2, "", "nothing to print called song"},
		"paper of no size":  {"", []string{"paper", demo, "--size", "a7"}, 2, "", "A4 and Letter"},
		"schema":            {"", []string{"schema"}, 0, `"Aguante project file, version 6"`, ""},
		"an address in use": {"", []string{"serve", "--data", t.TempDir(), "--addr", "256.0.0.1:1"}, 2, "", "listen"},
	} {
		code, out, errs := command(t, c.input, c.args...)
		if code != c.code || !strings.Contains(out, c.out) || !strings.Contains(errs, c.errs) {
			t.Errorf("%s: code %d, out %.200q, errors %.200q", name, code, out, errs)
		}
	}
	code, out, _ := command(t, "", "check", "--json", demo)
	var report struct{ Verdict string }
	if err := json.Unmarshal([]byte(out), &report); err != nil || code != 1 || report.Verdict != "gives" {
		t.Errorf("--json: code %d, verdict %q, %v", code, report.Verdict, err)
	}
}

// BenchmarkStart is the time from start to the first answer of a check, and the
// memory that the app then holds.
func BenchmarkStart(b *testing.B) {
	doc, err := os.ReadFile("../demo/honey-room.json")
	if err != nil {
		b.Fatal(err)
	}
	var base map[string]json.RawMessage
	var shelves []json.RawMessage
	if err := json.Unmarshal(doc, &base); err != nil {
		b.Fatal(err)
	}
	if err := json.Unmarshal(base["shelves"], &shelves); err != nil {
		b.Fatal(err)
	}
	delete(base, "shelves")
	parts := make([]map[string]json.RawMessage, len(shelves))
	for i, s := range shelves {
		parts[i] = map[string]json.RawMessage{"shelf": s}
	}
	body, err := json.Marshal(map[string]any{"seq": 1, "base": map[string]any{"document": base}, "shelves": parts, "open": ""})
	if err != nil {
		b.Fatal(err)
	}
	var resident float64
	for b.Loop() {
		begin := time.Now()
		a := start(b, "demo")
		r, err := http.Post(a.url+"/api/check", "application/json", bytes.NewReader(body))
		if err != nil || r.StatusCode != http.StatusOK {
			b.Fatal(r, err)
		}
		r.Body.Close()
		b.ReportMetric(float64(time.Since(begin).Milliseconds()), "first-answer-ms")
		status, err := os.ReadFile("/proc/" + strconv.Itoa(a.cmd.Process.Pid) + "/status")
		if err != nil {
			b.Fatal(err)
		}
		if m := regexp.MustCompile(`VmRSS:\s+(\d+)`).FindSubmatch(status); m != nil {
			kb, _ := strconv.ParseFloat(string(m[1]), 64)
			resident = max(resident, kb/1000)
		}
		a.stop()
	}
	b.ReportMetric(resident, "resident-MB")
}

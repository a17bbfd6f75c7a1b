package e2e

import (
	"database/sql"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
)

// ownData starts the app on data of the person's own, with one wall in it.
func ownData(t *testing.T) (a *app, data, store string) {
	t.Helper()
	data = t.TempDir()
	a = start(t, "serve", "--data", data)
	a.send("POST", "/api/projects", readDemo(t), 201)
	return a, data, filepath.Join(data, "aguante.db")
}

// All of the store goes out in one file and comes in again, after it is said what would change.
func TestBackupOutAndIn(t *testing.T) {
	t.Parallel()
	a, data, _ := ownData(t)
	file := filepath.Join(t.TempDir(), "all.db")
	if code, out, errs := command(t, "", "backup", file, "--data", data); code != 0 || !strings.Contains(out, "kB") {
		t.Fatalf("%d %s %s", code, out, errs)
	}
	if b := a.get("/api/backup"); !strings.HasPrefix(string(b), "SQLite format 3") {
		t.Errorf("the app's backup begins with %.20q", b)
	}
	p := browse(t, a.url, 1280, 800)
	p.click("button|Delete Honey room, long wall")
	p.see("[role=status]|is deleted")
	p.click("button|=Backup")
	p.see("[role=dialog]|Copies made by themselves")
	p.see("[role=dialog] li|of the day")
	give := func(path string) {
		p.do(chromedp.SetUploadFiles(chromedp.CSS(`input[aria-label="Backup file"]`), []string{path}))
	}
	nonsense := filepath.Join(t.TempDir(), "x.db")
	if err := os.WriteFile(nonsense, []byte("honey"), 0o600); err != nil {
		t.Fatal(err)
	}
	give(nonsense)
	p.says("[role=dialog] [role=alert]", "this is no backup that can be taken in: it is damaged")
	give(file)
	p.see("[role=dialog] li|Honey room, long wall comes back")
	p.says("[role=dialog] section", "Here now: no walls")
	p.click("button|Put it in the place of what is here")
	p.click("button|Put it in the place of what is here all the same")
	p.says("[role=dialog] [role=status]", "Restored from all.db")
	p.see("[role=dialog] li|before a backup was taken in")
	p.click("button|=close")
	p.see("h2|Honey room, long wall")
	if a.named("Honey room, long wall").Name == "" {
		t.Error("it is not there")
	}
}

// A store that is damaged does not start; the last copy is named, and gone on with.
func TestABrokenStoreIsRestored(t *testing.T) {
	t.Parallel()
	a, data, store := ownData(t)
	if code, _, errs := command(t, "", "serve", "--data", data, "--addr", "127.0.0.1:0"); code != 1 || !strings.Contains(errs, "in use at "+a.url) {
		t.Errorf("a second one: %d %s", code, errs)
	}
	a.stop()
	if all, _ := filepath.Glob(store + "*"); len(all) != 1 {
		t.Errorf("stopped, there are %v", all)
	}
	copied := filepath.Join(data, "aguante-copies", "mine.db")
	if code, out, errs := command(t, "", "backup", copied, "--data", data); code != 0 {
		t.Fatalf("%d %s %s", code, out, errs)
	}
	if err := os.Truncate(store, 9000); err != nil {
		t.Fatal(err)
	}
	code, _, errs := command(t, "", "serve", "--data", data, "--addr", "127.0.0.1:0")
	for _, want := range []string{"it is damaged", "Nothing of it has been touched", "aguante doctor", `aguante restore "` + copied + `"`} {
		if code != 1 || !strings.Contains(errs, want) {
			t.Errorf("%d, without %q: %s", code, want, errs)
		}
	}
	if code, out, errs := command(t, "", "doctor", "--data", data); code != 1 || !strings.Contains(out, "WRONG") || !strings.Contains(errs, copied) {
		t.Errorf("%d %s %s", code, out, errs)
	}
	if code, out, _ := command(t, "", "restore", copied, "--data", data); code != 0 || !strings.Contains(out, "With --yes it is set aside") {
		t.Errorf("%d %s", code, out)
	}
	if code, out, errs := command(t, "", "restore", copied, "--data", data, "--yes"); code != 0 || !strings.Contains(out, "has taken its place") {
		t.Errorf("%d %s %s", code, out, errs)
	}
	if code, out, _ := command(t, "", "doctor", "--data", data); code != 0 || !strings.Contains(out, "There is nothing to do.") {
		t.Errorf("%d %s", code, out)
	}
	a.again()
	browse(t, a.url, 1280, 800).see("h2|Honey room, long wall")
}

// One wall that cannot be read hides no other, and is brought back from home.
func TestAWallThatCannotBeRead(t *testing.T) {
	t.Parallel()
	a, _, store := ownData(t)
	a.send("POST", "/api/projects", strings.Replace(readDemo(t), "Honey room, long wall", "Another wall", 1), 201)
	a.stop()
	db, err := sql.Open("sqlite", store)
	if err == nil {
		_, err = db.Exec(`UPDATE projects SET document = '{"name":' WHERE document LIKE '%Another wall%'`)
	}
	if err = errors.Join(err, db.Close()); err != nil {
		t.Fatal(err)
	}
	a.again()
	p := browse(t, a.url, 1280, 800)
	p.see("h2|Honey room, long wall")
	p.see("h2|A wall that cannot be read")
	p.click("button|Bring back its last state")
	p.see("h2|Another wall")
	p.gone("h2|A wall that cannot be read")
}

func readDemo(t *testing.T) string {
	t.Helper()
	b, err := os.ReadFile("../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

package api

import (
	"context"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"slices"
	"time"

	"github.com/gin-gonic/gin"

	"aguante/server/contract"
	"aguante/server/store"
)

// largestBackup is the largest backup that is taken in, bytes.
const largestBackup = 1 << 30

// backup answers with one file of the whole store.
func (a *Server) backup(c *gin.Context) {
	dir, err := os.MkdirTemp("", "aguante-backup-")
	if err != nil {
		a.failed(c, err)
		return
	}
	defer os.RemoveAll(dir)
	name := "aguante-" + time.Now().Format(time.DateOnly) + ".db"
	file := filepath.Join(dir, name)
	if err := a.store.Backup(c.Request.Context(), file); err != nil {
		a.failed(c, err)
		return
	}
	c.Header("Content-Type", "application/vnd.sqlite3")
	c.FileAttachment(file, name)
}

// copies lists the copies that were made by themselves.
func (a *Server) copies(c *gin.Context) {
	all, err := a.store.Copies()
	out := contract.Copies{Copies: []contract.CopyOf{}}
	for _, one := range all {
		out.Copies = append(out.Copies, contract.CopyOf{Name: filepath.Base(one.Path), Made: one.Made.UTC().Format(time.RFC3339),
			Size: one.Size})
	}
	answerOr(a, c, out, err)
}

// compare says what taking a backup in would change, and takeIn does it.
func (a *Server) compare(c *gin.Context) {
	withBackup(a, c, a.store.Compare)
}

func (a *Server) takeIn(c *gin.Context) {
	withBackup(a, c, func(ctx context.Context, file string) (store.Preview, error) {
		p, err := a.store.Compare(ctx, file)
		if err == nil {
			err = a.store.TakeIn(ctx, file)
		}
		return p, err
	})
}

// withBackup does something with the copy that is named, or the file that is sent.
func withBackup(a *Server, c *gin.Context, do func(ctx context.Context, file string) (store.Preview, error)) {
	file, done, err := a.sent(c)
	if err != nil {
		a.failed(c, err)
		return
	}
	defer done()
	p, err := do(c.Request.Context(), file)
	answerOr(a, c, p, err)
}

// sent is the file that a request is about; done lets go of it.
func (a *Server) sent(c *gin.Context) (file string, done func(), err error) {
	if name := c.Query("copy"); name != "" {
		all, err := a.store.Copies()
		k := slices.IndexFunc(all, func(one store.Copy) bool { return filepath.Base(one.Path) == name })
		if err != nil || k < 0 {
			return "", nil, store.ErrNotFound
		}
		return all[k].Path, func() {}, nil
	}
	f, err := os.CreateTemp("", "aguante-restore-")
	if err != nil {
		return "", nil, err
	}
	done = func() { _ = os.Remove(f.Name()) }
	if _, err = io.Copy(f, c.Request.Body); err == nil {
		err = f.Close()
	}
	if err != nil {
		done()
		return "", nil, err
	}
	return f.Name(), done, nil
}

// mend brings a wall that cannot be read back to its last state that can be.
func (a *Server) mend(c *gin.Context) {
	p, err := a.store.Mend(c.Request.Context(), c.Param("id"))
	if err != nil {
		a.failed(c, err)
		return
	}
	a.saved(c, http.StatusOK, p)
}

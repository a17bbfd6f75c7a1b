// Package webui serves the embedded front end.
package webui

import (
	"io/fs"
	"net/http"
	"path"
	"strings"

	"github.com/gin-gonic/gin"

	"aguante/web"
)

// Serve answers every page of the app, and its scripts, styles and fonts. What
// is missing below /assets/ is 404; any other path is the app's one page.
func Serve(e *gin.Engine) {
	files, _ := fs.Sub(web.Files, "dist")
	assets := http.FileServerFS(files)
	page, err := fs.ReadFile(files, "index.html")
	if err != nil {
		page, _ = fs.ReadFile(web.Files, "dist-missing.html")
	}
	e.NoRoute(func(c *gin.Context) {
		p := path.Clean(c.Request.URL.Path)
		if c.Request.Method != http.MethodGet && c.Request.Method != http.MethodHead {
			c.JSON(http.StatusNotFound, gin.H{"code": "not-found", "message": "nothing is here"})
			return
		}
		if strings.HasPrefix(p, "/api/") {
			c.JSON(http.StatusNotFound, gin.H{"code": "not-found", "message": "nothing is here"})
			return
		}
		if strings.HasPrefix(p, "/assets/") || p == "/favicon.svg" {
			if _, err := fs.Stat(files, strings.TrimPrefix(p, "/")); err != nil {
				c.String(http.StatusNotFound, "not found")
				return
			}
			if strings.HasPrefix(p, "/assets/") { // their names change with their contents
				c.Header("Cache-Control", "public, max-age=31536000, immutable")
			}
			assets.ServeHTTP(c.Writer, c.Request)
			return
		}
		c.Header("Cache-Control", "no-cache")
		c.Data(http.StatusOK, "text/html; charset=utf-8", page)
	})
}

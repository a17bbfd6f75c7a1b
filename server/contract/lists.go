package contract

import (
	"reflect"
	"strings"

	"aguante/core/support"
)

// lists are names that the front end goes over, where types alone do not do: each form
// with the lists in it whose elements stand on the wall, "" where it stands there itself.
func lists() map[string]any {
	forms := map[string][]string{}
	for name, form := range support.AllForms() {
		t := reflect.TypeOf(form).Elem()
		forms[name] = []string{}
		if _, itself := t.FieldByName("ID"); itself {
			forms[name] = append(forms[name], "")
		}
		for i := range t.NumField() {
			if f := t.Field(i); f.Tag.Get("stands") != "" {
				key, _, _ := strings.Cut(f.Tag.Get("json"), ",")
				forms[name] = append(forms[name], key)
			}
		}
	}
	return map[string]any{"FORMS": forms}
}

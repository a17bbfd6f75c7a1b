package contract

import (
	"reflect"
	"strings"

	"aguante/core/dress"
	"aguante/core/support"
)

// lists are names that the front end goes over, where types alone do not do: each form
// with the lists in it whose elements stand on the wall, "" where it stands there itself; and
// those whose goods stand on boards; and what a new wall may begin with, in words.
func lists() map[string]any {
	forms, boards := map[string][]string{}, []string{}
	for name, form := range support.AllForms() {
		if support.Boards(form) != "" {
			boards = append(boards, name)
		}
		t := reflect.TypeOf(form).Elem()
		forms[name] = []string{}
		if _, itself := t.FieldByName("ID"); itself { // where it has no place of its own, in its shelf's middle
			forms[name] = append(forms[name], "")
		}
		for i := range t.NumField() {
			if f := t.Field(i); f.Tag.Get("stands") != "" {
				key, _, _ := strings.Cut(f.Tag.Get("json"), ",")
				forms[name] = append(forms[name], key)
			}
		}
	}
	var beginnings [][2]string
	for _, c := range dress.Beginning("").Choices() {
		beginnings = append(beginnings, [2]string{c.Key, c.Label})
	}
	return map[string]any{"FORMS": forms, "ON_BOARDS": boards, "BEGINNINGS": beginnings}
}

package working

import "testing"

func TestASheetKeepsWhatIsAddedOnce(t *testing.T) {
	var s Sheet
	inputs := []Input{In("R", 100, Force)}
	s.Add("M", "moment", "R × e", 5000, Moment, "statics", inputs...)
	inputs[0].Value = 1 // the sheet keeps its own
	s.Add("M", "moment", "R × e", 5000, Moment, "statics")
	s.Add("M", "moment", "R × e", 6000, Moment, "statics")
	if len(s.Steps) != 2 || s.Steps[0].Inputs[0].Value != 100 || s.Steps[1].Inputs == nil {
		t.Errorf("%+v", s.Steps)
	}
}

func TestNoSheetTakesAnything(t *testing.T) {
	var none *Sheet
	none.Add("M", "", "", 1, Moment, "")
	if none.On() || !new(Sheet).On() {
		t.Error("a sheet that is not there is on, or one that is is off")
	}
}

package chart

import (
	"reflect"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Whatever a part can carry is set by one of the parts that set, and taken back by its inverse: a new field of a step, a
// connector, a lane or a page that is forgotten there fails here.
func TestWhatPartsCarryIsSet(t *testing.T) {
	samples := map[string]any{
		"House": &House{Name: "Own"}, "Sheet": &Sheet{W: 900, H: 700}, "Setup": &Setup{Fit: true}, "Frame": &Frame{X: 30, Y: 60, W: 800}, "Turned": &Turned{Along: 2, Across: 1, W: 900, H: 700},
		"Symbol": new(symbol.Document), "Runs": &[]Run{{From: 0, To: 1, Text: TextLook{Bold: new(true)}}}, "Fields": &[]Field{{Name: "cost", Value: "3"}}, "From": &End{Step: "b", Port: "top"},
		"To": &End{X: 40, Y: 50}, "Meaning": new(Data), "Labels": &[]Label{{Text: "yes, as in 1", Refers: &Link{Page: "p1", Step: "a"}}}, "Ports": &[]Port{{Name: "port-1", X: 1, Y: 0.3}}, "Kind": new(Straight), "Look": &Look{Colour: "#0B6B69"},
		"StepLook": &StepLook{Fill: "#0B6B69"}, "LaneLook": &LaneLook{Head: "#0B6B69"}, "Crossings": new(Break), "Pins": &[]Pin{{Upright: true, At: 0.5}}, "Key": &KeyPart{At: &Key{X: 10, Y: 10, Rows: 4}},
		"Shown": &[]Showing{{Field: "cost", As: AsText}}, "Link": &LinkPart{To: &Link{URL: "https://example.org"}}, "Files": &[]File{{ID: "f1", Name: "a.txt", Size: 3}}, "Picture": &File{ID: "f2", Name: "a.png", Size: 3},
		"Numbering": &Numbering{By: ByLane}, "Waived": &[]Waiver{{Rule: "starts", Reason: "two doors"}}, "Held": &[]Group{{ID: "g1"}}, "In": new("outer"), "Size": new(300.0), "W": new(1200.0), "H": new(900.0),
	}
	elsewhere := map[string]bool{"Do": true, "Page": true, "ID": true, "At": true, "NewPage": true, "Lane": true, "Group": true, "Stage": true, "Step": true, "Line": true, "Branch": true, "Places": true, "Order": true, "Ways": true}
	at := map[string]string{"chart.set": "", "page.set": "", "lane.set": "l", "group.set": "inner", "stage.set": "st", "step.set": "a", "line.set": "c"}
	typ := reflect.TypeOf(Part{})
	for i := range typ.NumField() {
		f := typ.Field(i)
		if elsewhere[f.Name] {
			continue
		}
		v := reflect.ValueOf(samples[f.Name])
		if !v.IsValid() {
			switch f.Type.Elem().Kind() {
			case reflect.Bool:
				v = reflect.ValueOf(new(true))
			case reflect.String:
				v = reflect.ValueOf(new("other"))
			case reflect.Int:
				v = reflect.ValueOf(new(3))
			default:
				t.Fatalf("%s: give the test a value for it", f.Name)
			}
		}
		set := 0
		for do, id := range at {
			c := New("Test")
			p := c.Pages[0]
			p.Groups = []*LaneGroup{{ID: "outer", Name: "Outer"}, {ID: "inner", Name: "Inner"}}
			p.Lanes = []*Lane{{ID: "k", Name: "K", Size: 200, In: "inner"}, {ID: "l", Name: "L", Size: 200, In: "outer"}}
			p.Stages = []*Stage{{ID: "st", Name: "S", Size: 400}}
			p.Steps = []*Step{{ID: "a", Symbol: symbol.Process, Lane: "l", X: 60, Y: 20, W: 112, H: 56, Text: "A"}, {ID: "b", Symbol: symbol.Picture, Lane: "l", X: 300, Y: 20, W: 112, H: 56}}
			p.Connectors = []*Connector{{ID: "c", From: End{Step: "a"}, To: End{Step: "b"}, Meaning: Flow, Way: &Way{Points: geom.Polyline{{X: 1, Y: 1}, {X: 2, Y: 1}}}}}
			before, err := Marshal(c)
			if err != nil {
				t.Fatal(err)
			}
			part := Part{Do: do, Page: p.ID, ID: id}
			if do == "chart.set" {
				part.Page = ""
			}
			reflect.ValueOf(&part).Elem().Field(i).Set(v)
			back, err := Apply(c, Command{Words: "set", Parts: []Part{part}})
			if err != nil {
				continue // not of this one
			}
			if after, _ := Marshal(c); string(after) == string(before) {
				continue
			}
			set++
			if _, err := Apply(c, back); err != nil {
				t.Errorf("%s of %s is not taken back: %v", f.Name, do, err)
			}
			if again, _ := Marshal(c); string(again) != string(before) {
				t.Errorf("%s of %s, taken back, leaves\n%s\nof\n%s", f.Name, do, again, before)
			}
		}
		if set == 0 {
			t.Errorf("%s is carried and nothing sets it", f.Name)
		}
	}
}

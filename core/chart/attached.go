package chart

import "slices"

// files are the files and the picture of a step; none of null, which a command that is still to be checked may have.
func (s *Step) files() []File {
	if s == nil {
		return nil
	}
	if s.Picture == nil {
		return s.Files
	}
	return append(slices.Clone(s.Files), *s.Picture)
}

// Files are the files and pictures of all steps.
func (c *Chart) Files() []File {
	var out []File
	for _, p := range c.Pages {
		for _, s := range p.allSteps() {
			out = append(out, s.files()...)
		}
	}
	return out
}

// Files are the files and pictures that the command puts on steps.
func (c Command) Files() []File {
	var out []File
	for _, d := range c.Parts {
		if d.NewPage != nil {
			out = append(out, (&Chart{Pages: []*Page{d.NewPage}}).Files()...)
		}
		if d.Step != nil {
			out = append(out, d.Step.files()...)
		}
		if d.Files != nil {
			out = append(out, *d.Files...)
		}
		if d.Picture != nil && d.Picture.ID != "" {
			out = append(out, *d.Picture)
		}
	}
	return out
}

// LeaveOut takes files and pictures off the steps.
func (c *Chart) LeaveOut(out func(File) bool) {
	for _, p := range c.Pages {
		for _, s := range p.allSteps() {
			s.Files = slices.DeleteFunc(s.Files, out)
			if s.Picture != nil && out(*s.Picture) {
				s.Picture = nil
			}
		}
	}
}

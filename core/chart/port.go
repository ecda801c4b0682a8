package chart

import "plaintracer/core/symbol"

// Port finds a port of the step, drawn w x h px large, by its name; At counts
// from the step's corner.
func (s *Step) Port(name string, w, h float64) (symbol.Port, bool) {
	for _, p := range s.PortsAt(w, h) {
		if p.Name == name {
			return p, true
		}
	}
	return symbol.Port{}, false
}

// PortsAt are the symbol's ports and those put there by hand, for a step drawn
// w x h px large.
func (s *Step) PortsAt(w, h float64) []symbol.Port {
	ps := s.Symbol.Ports(w, h)
	for _, o := range s.Ports {
		p := s.Symbol.PortNear(w, h, o.X*w, o.Y*h)
		p.Name = o.Name
		ps = append(ps, p)
	}
	return ps
}

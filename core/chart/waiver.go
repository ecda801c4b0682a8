package chart

import "fmt"

// Waiver switches a rule of the proof off for a chart.
type Waiver struct {
	Rule   string `json:"rule"`
	Reason string `json:"reason"`
}

const mostWaivers = 100

func checkWaivers(ws []Waiver) error {
	if len(ws) > mostWaivers {
		return fmt.Errorf(tooManyWaivers, mostWaivers)
	}
	for i, w := range ws {
		if err := checkID(w.Rule); err != nil {
			return fmt.Errorf(inWaiver, i, err)
		}
		if err := checkText("reason", w.Reason, maxName); err != nil {
			return fmt.Errorf(inWaiver, i, err)
		}
	}
	return nil
}

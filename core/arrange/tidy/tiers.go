package tidy

import "math"

// tiers parts values, given in ascending order, into as few runs as can be in which none is farther than spread
// from another and no two clash, where clash is not nil; of the ways to do it the one with the least squares about the means. It returns
// the run that each value is in, counted from 0. This is the optimal partition of a line, by dynamic programming.
func tiers(vs []float64, spread float64, clash func(i, j int) bool) []int {
	n := len(vs)
	runs, cost, from := make([]int, n+1), make([]float64, n+1), make([]int, n+1)
	for j := 1; j <= n; j++ {
		runs[j], cost[j] = math.MaxInt, math.Inf(1)
		sum, squares := 0.0, 0.0
		for i := j - 1; i >= 0 && vs[j-1]-vs[i] <= spread && (clash == nil || !clashes(i, j, clash)); i-- {
			off := vs[i] - vs[j-1] // small numbers, so that squares stay exact enough
			sum, squares = sum+off, squares+off*off
			r, c := runs[i]+1, cost[i]+squares-sum*sum/float64(j-i)
			if r < runs[j] || r == runs[j] && c < cost[j]-1e-6 {
				runs[j], cost[j], from[j] = r, c, i
			}
		}
	}
	out := make([]int, n)
	for j, run := n, runs[n]-1; j > 0; j, run = from[j], run-1 {
		for i := from[j]; i < j; i++ {
			out[i] = run
		}
	}
	return out
}

// clashes reports whether value i clashes with one of those after it, before j.
func clashes(i, j int, clash func(i, j int) bool) bool {
	for k := i + 1; k < j; k++ {
		if clash(i, k) {
			return true
		}
	}
	return false
}

// Package size says how much a test of many random cases tries: little while one works
// (go test -short), more in every run, and all of it with the build tag long, which
// make test-long sets.
package size

import "testing"

// Of is the number for the run that is under way.
func Of(short, usual, long int) int {
	switch {
	case isLong:
		return long
	case testing.Short():
		return short
	}
	return usual
}

package api

import (
	"fmt"
	"strconv"

	"github.com/danielgtaylor/huma/v2"
)

// Page is how a long list is asked for: so many at the most, from where the answer before
// said that it goes on.
type Page struct {
	Limit int    `query:"limit" minimum:"1" maximum:"500" default:"60" doc:"how many at the most"`
	Next  string `query:"next" maxLength:"40" doc:"where the list goes on, as the answer before said"`
}

// from is the number at which the page begins; 0: the first one.
func (p Page) from() (int64, error) {
	if p.Next == "" {
		return 0, nil
	}
	n, err := strconv.ParseInt(p.Next, 36, 64)
	if err != nil || n < 0 {
		return 0, newProblem(isMalformed.status, "", &huma.ErrorDetail{Location: "query.next", Message: fmt.Sprintf("%q is none that an answer gave", p.Next)})
	}
	return n, nil
}

// next says where a list goes on.
func next(n int64) string { return strconv.FormatInt(n, 36) }

// paged is the page of a list that is asked for, and where the list goes on.
func paged[T any](list []T, p Page) ([]T, string, error) {
	from, err := p.from()
	if err != nil {
		return nil, "", err
	}
	list = list[min(int(from), len(list)):]
	if len(list) <= p.Limit {
		return list, "", nil
	}
	return list[:p.Limit], next(from + int64(p.Limit)), nil
}

package service

import (
	"fmt"
	"strings"
	"time"

	"jointime/internal/core/fault"
)

// GuestNeed is what a guest at a table must not have.
type GuestNeed struct {
	ID      string        `json:"id" minLength:"1" maxLength:"60"`
	Seat    string        `json:"seat,omitempty" maxLength:"20" doc:"which guest: a number, or a word"`
	Said    string        `json:"said" minLength:"1" maxLength:"200" doc:"as it was told: no gluten, pine nuts"`
	Without []string      `json:"without,omitempty" maxItems:"20" doc:"what it was taken for: allergens by id, gluten, alcohol, meat, animal"`
	Words   []string      `json:"words,omitempty" maxItems:"20" doc:"words of the house to watch for, which no list has: pine nuts"`
	Answers []NamedAnswer `json:"answers,omitempty" maxItems:"40" doc:"what somebody named, with their name and the time; one for each course at the most"`
	Served  []Served      `json:"served,omitempty" doc:"what follows for each course; worked out, never kept"`
}

// NamedAnswer is what somebody in charge has named for a need in a course.
type NamedAnswer struct {
	Course  string    `json:"course"`
	Dish    string    `json:"dish,omitempty" doc:"absent: the guest has nothing in this course"`
	Version string    `json:"version,omitempty"`
	Source  string    `json:"source,omitempty" maxLength:"200" doc:"what was read, or who was asked, about what the book does not know"`
	Covers  []string  `json:"covers,omitempty" maxItems:"100" doc:"what the book did not know when the source was named"`
	Who     string    `json:"who"`
	At      time.Time `json:"at"`
}

// Served is what a guest with a need has in a course, or why the plate is stopped.
type Served struct {
	Course   string        `json:"course"`
	Dish     string        `json:"dish,omitempty" doc:"absent: nothing"`
	Version  string        `json:"version,omitempty"`
	Stopped  bool          `json:"stopped,omitempty" doc:"it is not planned and must not be sent until somebody names the answer"`
	Contains []string      `json:"contains,omitempty" doc:"what is in it that must not be"`
	Unknown  []string      `json:"unknown,omitempty" doc:"what to ask about"`
	Offers   []Alternative `json:"offers,omitempty" doc:"what the book has for this guest in this course"`
	Answer   *NamedAnswer  `json:"answer,omitempty"`
}

// Alternative is a dish or a version that could be the answer.
type Alternative struct {
	Dish    string   `json:"dish"`
	Version string   `json:"version,omitempty"`
	Name    string   `json:"name"`
	Unknown []string `json:"unknown,omitempty" doc:"what would have to be asked; none: it is without all of it"`
}

// Of is what was worked out for a course; without it, the plate is stopped.
func (n GuestNeed) Of(course string) Served {
	for _, s := range n.Served {
		if s.Course == course {
			return s
		}
	}
	return Served{Course: course, Stopped: true}
}

// AnswerFor is what was named for a course; nil: nobody has.
func (n GuestNeed) AnswerFor(course string) *NamedAnswer {
	for i := range n.Answers {
		if n.Answers[i].Course == course {
			return &n.Answers[i]
		}
	}
	return nil
}

// Guest says who has a need: the table, and the seat where it is known.
func (t Table) Guest(n GuestNeed) string {
	if n.Seat == "" {
		return t.Name
	}
	return t.Name + ", seat " + n.Seat
}

// KeepingAnswers is the service with the answers of another state of it: nobody but who answers
// changes them.
func (s Service) KeepingAnswers(old Service) Service {
	kept := map[string][]NamedAnswer{}
	for _, t := range old.Tables {
		for _, n := range t.Needs {
			kept[t.ID+"/"+n.ID+"/"+n.Said] = n.Answers
		}
	}
	tables := make([]Table, len(s.Tables))
	for i, t := range s.Tables {
		needs := make([]GuestNeed, len(t.Needs))
		for k, n := range t.Needs {
			n.Answers = kept[t.ID+"/"+n.ID+"/"+n.Said] // another need has no answer yet
			needs[k] = n
		}
		if len(needs) > 0 {
			t.Needs = needs
		}
		tables[i] = t
	}
	if len(tables) > 0 {
		s.Tables = tables
	}
	return s
}

// validateNeeds finds what is malformed in the needs of a table.
func (t Table) validateNeeds(at string, l *fault.List) {
	seen := map[string]bool{}
	for i, n := range t.Needs {
		place := fmt.Sprintf("%s.needs[%d]", at, i)
		if n.ID == "" || seen[n.ID] {
			l.Add(place+".id", "Id missing or used twice.")
		}
		seen[n.ID] = true
		if strings.TrimSpace(n.Said) == "" {
			l.Add(place+".said", "%s: what must the guest not have?", t.Guest(n))
		} else if len(n.Without)+len(n.Words) == 0 {
			l.Add(place+".said", "“%s”: write no gluten, no egg, pine nuts.", n.Said)
		}
	}
	if len(t.Needs) > t.Guests {
		l.Add(at+".needs", "%s: more needs than guests. Write one for each guest.", t.Name)
	}
}

package report

import (
	"time"

	"jointime/internal/core/limits"
	"jointime/internal/core/runup/work"
)

// RunUp is a plan as a cook reads it. Times are given twice: as a moment, and
// as whole seconds from Origin for drawing.
type RunUp struct {
	Service string          `json:"service"`
	Name    string          `json:"name"`
	Day     string          `json:"day"`
	Origin  time.Time       `json:"origin"`
	Status  string          `json:"status" enum:"kept,broken,none" doc:"kept: all strict limits are kept; none: there is no plan"`
	Message string          `json:"message,omitempty"`
	Seed    int             `json:"seed"`
	Rounds  int             `json:"rounds"`
	Courses []CourseRow     `json:"courses" nullable:"false"`
	Strands []Strand        `json:"strands" nullable:"false"`
	Bars    []Bar           `json:"bars" nullable:"false"`
	Flows   []Hold          `json:"flows" nullable:"false" doc:"waits of a component before the step of another one that it goes into"`
	Pans    []PanKept       `json:"pans" nullable:"false" doc:"steps that take the pan of another one"`
	Lanes   []Lane          `json:"lanes" nullable:"false"`
	Days    []Day           `json:"days" nullable:"false"`
	Stops   []UnplannedStep `json:"stops" nullable:"false"`
	Clashes []Violation     `json:"clashes" nullable:"false"`
	Around  []string        `json:"around,omitempty" doc:"names of the other services of the kitchen around which it is planned"`
	// OnPlan: nothing is passed, strict or priced, and nothing is left out.
	OnPlan   bool      `json:"onPlan"`
	Promises []Promise `json:"promises" nullable:"false" doc:"how much is kept of what matters, in the order in which it does; none without a plan"`
	// Loads, critical steps and slots are read off the plan.
	Loads    []Utilisation  `json:"loads" nullable:"false"`
	Presses  []LimitWarning `json:"presses" nullable:"false" doc:"where it comes near a published limit"`
	Critical []Critical     `json:"critical" nullable:"false" doc:"where a delay hurts first, the worst first"`
	Slots    []Slot         `json:"slots" nullable:"false" doc:"what would fit where somebody has hands free"`
	Lost     []string       `json:"lost" nullable:"false" doc:"ids of what was kept at its time and is no longer there"`
	Turns    []Changeover   `json:"turns" nullable:"false" doc:"when something is lit or turned to another temperature, in time"`
}

// CourseRow is a course with the hour it has and the hour it gets.
type CourseRow struct {
	ID     string      `json:"id"`
	Name   string      `json:"name"`
	Dishes []string    `json:"dishes" nullable:"false"`
	Hour   time.Time   `json:"hour"`
	At     int64       `json:"at"`
	Leaves int64       `json:"leaves" doc:"when the first wave is planned to leave"`
	Late   int64       `json:"late" doc:"seconds after the hour; below zero: before"`
	Plates int         `json:"plates"`
	Waves  int         `json:"waves"`
	First  string      `json:"first,omitempty" doc:"the bar that begins first"`
	Sent   []Departure `json:"sent" nullable:"false" doc:"what leaves together, in order"`
}

// Departure is a wave as it leaves the pass.
type Departure struct {
	Wave   int         `json:"wave" doc:"from 1"`
	Tables []string    `json:"tables" nullable:"false" doc:"names; none where the service has no tables"`
	Parts  []TablePart `json:"parts,omitempty" doc:"of the tables that are wider than a wave and do not leave whole"`
	Asked  time.Time   `json:"asked" doc:"the hour of the course, or of these tables"`
	Leaves time.Time   `json:"leaves" doc:"when the last plate of it is planned to leave"`
	At     int64       `json:"at" doc:"the same, from origin"`
	First  int64       `json:"first" doc:"when its first plate of a dish is ready, from origin"`
	Head   bool        `json:"head" doc:"it leaves at the hour that is asked; the others as soon as they can be built after one that does"`
	Late   int64       `json:"late" doc:"seconds after its hour, of one that is no head after the time in which its course leaves; below zero: before the hour"`
	Plates []Sent      `json:"plates" nullable:"false"`
}

// Sent is how many plates of a dish leave in a wave.
type Sent struct {
	Dish   string `json:"dish" doc:"a version has the id dish~version"`
	Name   string `json:"name"`
	Plates int    `json:"plates"`
}

// TablePart is a part of the plates of a table that leave apart, one after another.
type TablePart struct {
	Table string `json:"table"`
	Part  int    `json:"part" doc:"from 1"`
	Of    int    `json:"of"`
}

// Strand is a component on its way to the plate: its bars and the waits
// between them.
type Strand struct {
	Dish      string         `json:"dish"`
	DishName  string         `json:"dishName"`
	Plates    int            `json:"plates" doc:"of the dish, or of the version"`
	Course    int            `json:"course"`
	Component string         `json:"component"`
	Name      string         `json:"name"`
	Into      string         `json:"into,omitempty" doc:"it goes into this component, not onto the plate itself"`
	Bars      []int          `json:"bars" nullable:"false" doc:"places in bars, in time"`
	Holds     []Hold         `json:"holds" nullable:"false"`
	Chains    []ChainSpan    `json:"chains,omitempty" doc:"waits over several steps"`
	Stop      *UnplannedStep `json:"stop,omitempty"`
	Amount    string         `json:"amount,omitempty"`
	Needs     []string       `json:"needs,omitempty"`
}

// ChainSpan is a wait over several bars, from one moment to another.
type ChainSpan struct {
	From int64  `json:"from" doc:"from origin"`
	To   int64  `json:"to"`
	Text string `json:"text" doc:"what it is called, how long it is, and its two sides"`
	Over int64  `json:"over,omitempty" doc:"seconds beyond its limit"`
}

// PanKept is a step that takes the pan of another one: places in bars.
type PanKept struct {
	From int `json:"from"`
	To   int `json:"to"`
}

// Hold is a wait between two bars.
type Hold struct {
	From   int    `json:"from" doc:"place in bars"`
	To     int    `json:"to"`
	Text   string `json:"text"`
	Gap    int64  `json:"gap" doc:"seconds"`
	Limit  *int64 `json:"limit,omitempty" doc:"when it must end, from origin"`
	Over   int64  `json:"over,omitempty" doc:"seconds beyond its limit"`
	Why    string `json:"why" doc:"why it is as long as it is"`
	Margin int64  `json:"margin,omitempty" doc:"seconds of it that are left because the step before may take longer"`
}

// Bar is a step, or a placing, at its time.
type Bar struct {
	ID        string           `json:"id"`
	Dish      string           `json:"dish" doc:"a version of a dish has the id dish~version"`
	For       []string         `json:"for" nullable:"false" doc:"ids of the dishes for which it is done"`
	Course    int              `json:"course" doc:"place among the courses; of what is for several, the first"`
	Component string           `json:"component"`
	Made      string           `json:"made,omitempty" doc:"name of the component"`
	Step      string           `json:"step,omitempty"`
	Placing   string           `json:"placing,omitempty"`
	Number    int              `json:"number,omitempty" doc:"of the placing"`
	Wave      int              `json:"wave,omitempty"`
	Waves     []int            `json:"waves,omitempty" doc:"for which it is done; none: for all"`
	Tables    []string         `json:"tables,omitempty" doc:"whose plates they are, where that is known"`
	Name      string           `json:"name"`
	Start     time.Time        `json:"start"`
	End       time.Time        `json:"end"`
	From      int64            `json:"from"`
	To        int64            `json:"to"`
	Hands     []HandsOn        `json:"hands" nullable:"false" doc:"when hands are needed, from origin"`
	With      []string         `json:"with" nullable:"false" doc:"names of cook and equipment"`
	Cooks     []string         `json:"cooks" nullable:"false" doc:"ids of the cooks among them"`
	Section   string           `json:"section,omitempty" doc:"id of the section that makes it"`
	Mind      []string         `json:"mind,omitempty" doc:"for whom it must be without something: table, version and what"`
	Setting   *int64           `json:"setting,omitempty" doc:"°C"`
	Portions  int              `json:"portions"`
	Working   string           `json:"working" doc:"of its length"`
	Fixed     bool             `json:"fixed,omitempty" doc:"the chef keeps it at its time"`
	Early     bool             `json:"early,omitempty" doc:"it keeps, and has a place before the rush"`
	Slow      int64            `json:"slow,omitempty" doc:"seconds that it may take longer than planned"`
	Give      int64            `json:"give" doc:"seconds that it may be late before a plate is later than planned"`
	LeadIn    string           `json:"leadIn,omitempty" doc:"id, where nobody wrote it down: it can be left out"`
	Cue       string           `json:"cue,omitempty"`
	Words     []work.Advice    `json:"words,omitempty" nullable:"false" doc:"what whoever does it has to know: remarks, hands inside it, what to do when it goes otherwise"`
	Cautions  []limits.Caution `json:"cautions,omitempty"`
	Help      string           `json:"help,omitempty" doc:"who helps with it, though it is not theirs, and why"`
	Why       Why              `json:"why"`
}

// Stretch is a stretch of time, in seconds from origin.
type Stretch struct {
	From int64 `json:"from"`
	To   int64 `json:"to"`
}

// HandsOn is a part of a bar in which somebody has hands on it, in seconds from origin.
type HandsOn struct {
	From    int64     `json:"from"`
	To      int64     `json:"to"`
	Start   time.Time `json:"start"`
	Cook    string    `json:"cook,omitempty" doc:"id"`
	Who     string    `json:"who,omitempty"`
	What    string    `json:"what,omitempty" doc:"what the hand does"`
	Assumed bool      `json:"assumed,omitempty" doc:"nobody said that it needs hands; a cook takes it as said"`
}

// Why is the reason for a time, as a sum of figures.
type Why struct {
	Sum     string `json:"sum"`
	Terms   []Term `json:"terms" nullable:"false"`
	Later   int64  `json:"later" doc:"seconds it could start later"`
	LaterTo string `json:"laterTo" doc:"what stops it there"`
	Early   int64  `json:"earlier" doc:"seconds it could start earlier"`
	EarlyTo string `json:"earlierTo" doc:"what stops it there"`
}

// Term is one figure of the sum; the anchor, first, is a time from origin.
type Term struct {
	Label   string `json:"label"`
	Seconds int64  `json:"seconds"`
}

// Lane is a cook or a piece of equipment with all that it does.
type Lane struct {
	ID       string      `json:"id"`
	Name     string      `json:"name"`
	Cook     bool        `json:"cook"`
	Capacity int         `json:"capacity"`
	Blocks   []LaneBlock `json:"blocks" nullable:"false"`
	// Elsewhere is when other services of the kitchen have it.
	Elsewhere []LaneBlock `json:"elsewhere,omitempty" doc:"when other services of the kitchen have it: bar is -1, and the label is theirs"`
	Pauses    []LanePause `json:"pauses" nullable:"false"`
}

// LaneBlock is a stretch in which a lane is taken.
type LaneBlock struct {
	Bar     int    `json:"bar" doc:"place in bars"`
	From    int64  `json:"from"`
	To      int64  `json:"to"`
	Row     int    `json:"row" doc:"first place taken, from 0"`
	Places  int    `json:"places"`
	Hold    bool   `json:"hold"`
	Setting *int64 `json:"setting,omitempty"`
	Label   string `json:"label"`
	OfDay   bool   `json:"ofDay,omitempty" doc:"it is something that the day has, and no other service"`

	settles bool // it begins while the thing is on its way to the setting
}

// LanePause is heating or cooling between two settings; of a cook, the walk to another section,
// or changing hands, board and knife.
type LanePause struct {
	From      int64 `json:"from"`
	To        int64 `json:"to"`
	FromC     int64 `json:"fromC"`
	ToC       int64 `json:"toC"`
	Available int64 `json:"available" doc:"seconds between the two uses"`
	Bar       int   `json:"bar" doc:"what it is turned for: place in bars"`

	What string `json:"what,omitempty" doc:"of a cook: what is done"`
}

// Day is a day with work on it, from the first to the last of it.
type Day struct {
	Label string `json:"label"`
	From  int64  `json:"from"`
	To    int64  `json:"to"`
}

// UnplannedStep is where a strand stops: a gap, or something that cannot be.
type UnplannedStep struct {
	Dish      string `json:"dish"`
	Component string `json:"component"`
	Step      string `json:"step,omitempty"`
	Name      string `json:"name"`
	Why       string `json:"why"`
	Gap       bool   `json:"gap" doc:"true: left open; false: it cannot be"`
}

// Cause is what stops something that would have to move.
type Cause struct {
	Bar      int    `json:"bar" doc:"what is stopped: place in bars"`
	Rule     string `json:"rule" enum:"busy,pause,window,earliest,latest,target,together,horizon"`
	Resource string `json:"resource,omitempty" doc:"id of the cook or thing"`
	Other    *int   `json:"other,omitempty" doc:"what has it: place in bars; absent: another service, the day, or nothing"`
}

// Violation is what does not fit, in words.
type Violation struct {
	What   string `json:"what"`
	Advice string `json:"advice"`
	Why    string `json:"why,omitempty" doc:"which requirements clash; absent: not found"`
	With   []int  `json:"with,omitempty" doc:"places in bars of what would have to move for it, and cannot for the causes"`
	// Causes are all that stop it: of all but one of them taken away it is stopped still.
	Causes []Cause `json:"causes,omitempty"`
	Source string  `json:"source,omitempty" doc:"of a published limit"`
	Bar    *int    `json:"bar,omitempty"`
	Strict bool    `json:"strict"`
	Dish   string  `json:"dish,omitempty" doc:"of what cannot be planned: id"`
	Rule   string  `json:"rule,omitempty" doc:"what is passed: a kind of wait, late, early, together, pinned"`
	Over   int64   `json:"over,omitempty" doc:"seconds by which"`
	Plates int     `json:"plates,omitempty" doc:"that hang on it"`
	Wave   int     `json:"wave,omitempty" doc:"of which"`
}

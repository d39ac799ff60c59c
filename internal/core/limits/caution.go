package limits

// Caution is where the work can hurt someone.
type Caution struct {
	Text   string `json:"text" maxLength:"400"`
	Source string `json:"source,omitempty" maxLength:"200" doc:"where a limit in it comes from"`
}

// String is a caution with its source, as it is printed.
func (c Caution) String() string {
	if c.Source == "" {
		return c.Text
	}
	return c.Text + " (" + c.Source + ")"
}

// Decides stands once at the foot of whatever tells published limits.
const Decides = "Local food law, the kitchen’s own safety plan and trained people decide."

// Caution says something about a limit, with its source.
func (l Limit) Caution(text string) Caution { return Caution{Text: text, Source: l.Source} }

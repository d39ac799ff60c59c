package reading

import (
	"regexp"
	"strings"
)

// foods are things that go into food and that a method may name without its list having
// them: from memory, no source; a book knows more. Each is one word, or two.
var foods = strings.Fields(`anchovies apples apricots asparagus bacon balsamic barley basil beans beetroot brandy bread breadcrumbs broccoli butter buttermilk cabbage capers cardamom carrots cauliflower cayenne celeriac celery cheddar
 cheese chervil chicory chilli chillies chives chocolate cider cinnamon cloves coconut cornflour courgettes couscous cream cumin dill eggs egg endive fennel figs flour garlic gelatine ghee gherkins ginger gin hazelnuts honey horseradish
 kale ketchup lard leeks lemon lemons lentils lime limes madeira marjoram marsala mascarpone mayonnaise milk mint mirin miso mushrooms mustard nutmeg oats oil olives onion onions orange oregano paprika parmesan parsley parsnips pasta peaches
 pears peas peppercorns pistachios polenta port potatoes prunes pumpkin quinces raisins rhubarb rice rosemary rum saffron sage salsify shallots sherry spinach stock sugar sultanas swede tahini tarragon thyme tofu tomatoes treacle turnips vanilla
 vermouth vinegar walnuts watercress whisky wine yeast yoghurt yogurt yolks`)

// namedFood finds foods where a method takes them: "add the cream", "finish with butter".
var namedFood = regexp.MustCompile(`\b(?:the|with|in|add|some|more|of|and|a little|a splash of|a knob of)\s+((?:[\pL-]+\s)?(` + strings.Join(foods, "|") + `))\b`)

// Foods are the common foods that the words of a method name as what goes in.
func Foods(line string) (out []string) {
	for _, m := range namedFood.FindAllStringSubmatch(strings.ToLower(plain(line)), -1) {
		out = append(out, m[2])
	}
	return out
}

// workOn are verbs that are also nouns, and that are work where something follows that is
// worked on: "dice pears", "braise the legs"; not "a slice of bread".
var (
	workOn   = wordSet(`dice slice cut peel core mince halve quarter grill glaze braise roast toast steam smoke brown warm heat chill freeze fold whip press bake`)
	objectAt = regexp.MustCompile(`^\s+(?:[\pL-]+)`)
	ofAfter  = regexp.MustCompile(`^\s+(?:of|and|or|&)\b`)
)

// Begins is the verb with which a line begins; sure: it can be nothing but an action.
func Begins(line string) (verb string, sure bool) {
	text := strings.ToLower(strings.TrimSpace(plain(line)))
	text = text[len(bullet.FindString(text)):]
	text = text[len(stepNumber.FindString(text)):]
	verb, at := verbAt(text)
	if verb == "" {
		return "", false
	}
	after := text[at+len(verb):]
	switch {
	case workOn[verb] && objectAt.MatchString(after) && !ofAfter.MatchString(after):
		return verb, true
	case foodNoun[verb], verb == "juice":
		return verb, pointed.MatchString(after)
	case alsoNoun[verb]:
		return verb, wanted.MatchString(after) && strings.TrimSpace(after) != "" || pointed.MatchString(after)
	}
	return verb, true
}

package e2e

import "testing"

// More of what cooks say, typed on the screens: an hour not to be undercut with why, a heat that the
// gravy may not pass, a minute a piece by two (four in 2 min), 0.4 % a minute that is lost in 7½ min of
// waiting (3 %: 206 ml of gravy for 200), five minutes more for old barley, and gravy that is poured at
// the table.
func TestHoursHeatShareAndWaitingAreTyped(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/dish/guinea-fowl?step=croquette/crumb")
	chef.see("Save the step")
	chef.type_("#step-notBefore", "12:00")
	chef.type_("#step-notBeforeWhy", "the crumbs come")
	chef.click("Save the step")
	chef.see("not before 12:00 (the crumbs come)")

	chef.go_("/dish/guinea-fowl?step=croquette/shape")
	chef.see("Save the step")
	chef.click("Batches, pieces, sizes")
	chef.pick("#step-per", "portion")
	chef.type_("#step-time", "1 min")
	chef.type_("#step-together", "2")
	chef.click("Save the step")
	chef.see("1 min each, by 2")
	chef.planned("four by two in 2 min, crumbed from noon on", `bar('croquette', 'shape').to - bar('croquette', 'shape').from === 120 && bar('croquette', 'shape').cooks.length === 2 && bar('croquette', 'crumb').start.slice(11, 16) >= '12:00'`)

	chef.go_("/dish/guinea-fowl?step=gravy/reduce")
	chef.see("Save the step")
	chef.click("Never hotter than, flame")
	chef.type_("#step-ceiling", "95")
	chef.pick("#step-flame-0", "high")
	chef.click("What waiting does to it")
	chef.pick("#step-does-what", "loses")
	chef.type_("#step-does-percent", "0.4")
	chef.type_("#step-does-rescue", "a spoon of stock")
	chef.type_("#step-does-reheat", "bring back to the boil")
	chef.click("Save the step")
	chef.see("not over 95 °C")
	chef.see("high heat")
	chef.until("3 % more is made", `fetch('/api/services/supper/amounts').then(r => r.json()).then(r => JSON.stringify(r).includes('200 ml ÷ (1 − 0.03) = 206.2 ml, for 3 % is lost in 7½ min of waiting'))`)

	chef.go_("/dish/guinea-fowl?side=component&of=barley")
	chef.see("Add a condition")
	chef.click("Add a condition")
	chef.type_(`[aria-label="arrives as 1, condition"]`, "old")
	chef.pick(`[aria-label="arrives as 1, ingredient"]`, "pearl barley")
	chef.pick(`[aria-label="arrives as 1, changes"]`, "step:simmer")
	chef.type_(`[aria-label="arrives as 1, ×, or what"]`, "+5 min")
	chef.click("Save the component")
	chef.gone("Save the component")
	chef.until("it is kept", `fetch('/api/dishes/guinea-fowl').then(r => r.json()).then(v => v.components.some(c => (c.component.conditions ?? []).some(k => k.name === 'old' && k.effects[0].more === 300)))`)

	chef.go_("/plate/guinea-fowl?placing=gravy")
	chef.see("Save the placing")
	chef.press("#placing-atTable")
	chef.click("Save the placing")
	chef.gone("Save the placing")
	chef.planned("it takes no time at the pass", `!bars.some(b => b.placing === 'gravy') && bars.some(b => b.placing === 'crown')`)
	chef.go_("/sheets/supper")
	chef.see("a spoon of stock")
	chef.go_("/mise/supper")
	chef.see("1 jug for the table")
}

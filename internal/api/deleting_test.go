package api_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/app"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

type hangs struct{ Hangs []app.Hanging }

func (c *cook) remove(path, screen string) answer {
	c.Helper()
	return c.send("DELETE", path, nil, "Jointime-Screen", screen)
}

func (c *cook) undo(screen string) answer {
	c.Helper()
	return c.send("POST", "/api/undo", map[string]any{"screen": screen})
}

func menuOf(c *cook, id string) recipe.Menu { return get[api.MenuView](c, "/api/menus/"+id).Menu }

func TestADishIsDeletedWithWhatHangsOnItAndTakenBackWhole(t *testing.T) {
	c := newHouse(t).cook("Chef")
	told := get[hangs](c, "/api/dishes/roast-hake/hangs").Hangs
	assert.Equal(t, []app.Hanging{{What: "Removed from menus", Names: []string{"Small supper", "Sunday lunch", "Winter supper"}}, {What: "Removed from services", Names: []string{"Small supper, Sat 14 Mar", "Sunday lunch, Sun 15 Mar", "Winter supper, Sat 14 Mar"}}}, told)

	require.Equal(t, 200, c.remove("/api/dishes/roast-hake", "book").status)
	assert.Equal(t, 404, c.send("GET", "/api/dishes/roast-hake", nil).status)
	assert.Empty(t, menuOf(c, "small-supper").Courses[0].Dishes)
	v := get[api.ServiceView](c, "/api/services/winter-supper")
	for _, table := range v.Service.Tables {
		for _, o := range table.Orders {
			assert.NotEqual(t, "roast-hake", o.Dish)
		}
	}
	assert.Equal(t, 404, c.remove("/api/dishes/roast-hake", "book").status, "it is gone")

	require.Equal(t, 200, c.undo("book").status)
	assert.Equal(t, []string{"roast-hake"}, menuOf(c, "small-supper").Courses[0].Dishes)
	assert.Equal(t, 200, c.send("GET", "/api/dishes/roast-hake", nil).status)
	v = get[api.ServiceView](c, "/api/services/winter-supper")
	assert.Equal(t, "no-shellfish", v.Service.Tables[1].Orders[0].Version, "the orders are back")
	require.Equal(t, 200, c.send("POST", "/api/undo", map[string]any{"screen": "book", "again": true}).status)
	assert.Equal(t, 404, c.send("GET", "/api/dishes/roast-hake", nil).status, "and gone again")
}

// What others did since stays, where it is elsewhere; where it is the same, nothing is undone
// and it is told who did what.
func TestADeletionIsUndoneAfterOthersHaveBuiltOnIt(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.cook("Chef"), h.cook("Commis")
	require.Equal(t, 200, chef.remove("/api/dishes/roast-hake", "book").status)

	m := get[api.MenuView](commis, "/api/menus/small-supper")
	m.Menu.Name = "Supper for few"
	require.Equal(t, 200, commis.send("PUT", "/api/menus/small-supper", edit(m.Version, m.Menu)).status)
	require.Equal(t, 200, chef.undo("book").status)
	assert.Equal(t, "Supper for few", menuOf(chef, "small-supper").Name)
	assert.Equal(t, []string{"roast-hake"}, menuOf(chef, "small-supper").Courses[0].Dishes)

	require.Equal(t, 200, chef.remove("/api/dishes/roast-hake", "book").status)
	m = get[api.MenuView](commis, "/api/menus/small-supper")
	m.Menu.Courses[0].Dishes = []string{"guinea-fowl"}
	m.Menu.Courses[1].Dishes = []string{}
	require.Equal(t, 200, commis.send("PUT", "/api/menus/small-supper", edit(m.Version, m.Menu)).status)
	p := chef.undo("book").problem(t)
	assert.Equal(t, "Not undone: Commis has since changed Roast hake.", p.Detail, "the course")
	assert.Equal(t, 404, chef.send("GET", "/api/dishes/roast-hake", nil).status, "all of it or nothing")
}

func TestWhatSomebodyHasOpenIsDeletedMeanwhile(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.cook("Chef"), h.cook("Commis")
	view := get[api.MenuView](commis, "/api/menus/small-supper")
	require.Equal(t, 200, chef.remove("/api/menus/small-supper", "menu").status)
	view.Menu.Name = "Supper for few"
	p := commis.send("PUT", "/api/menus/small-supper", edit(view.Version, view.Menu)).problem(t)
	assert.Equal(t, 409, p.Status)
	assert.Equal(t, "Chef has deleted this meanwhile. Save it once more to bring it back as you have it.", p.Detail)
	assert.Empty(t, p.Merged)
	require.Equal(t, 200, commis.send("PUT", "/api/menus/small-supper", edit(p.Version, view.Menu)).status)
	assert.Equal(t, "Supper for few", menuOf(chef, "small-supper").Name)
	p = chef.undo("menu").problem(t)
	assert.Equal(t, "Not undone: Commis has since changed Name.", p.Detail)
}

func TestAServiceKeepsItsCoursesWhenItsMenuIsDeleted(t *testing.T) {
	c := newHouse(t).cook("Chef")
	assert.Equal(t, []app.Hanging{{What: "Keep their courses", Names: []string{"Small supper, Sat 14 Mar"}}}, get[hangs](c, "/api/menus/small-supper/hangs").Hangs)
	require.Equal(t, 200, c.remove("/api/menus/small-supper", "menu").status)
	v := get[api.ServiceView](c, "/api/services/supper")
	assert.Empty(t, v.Service.Menu)
	require.NotNil(t, v.Service.Own)
	assert.Len(t, v.Rows, 2)
	runup := get[api.RunUpView](c, "/api/services/supper/runup")
	assert.NotEmpty(t, runup.RunUp.Bars)
}

func TestWhatCannotBeDeletedSaysWhy(t *testing.T) {
	c := newHouse(t).cook("Chef")
	p := c.remove("/api/kitchens/back-kitchen", "kitchen").problem(t)
	assert.Equal(t, 422, p.Status)
	assert.Contains(t, p.Errors[0].Message, "Planned here. Move or delete them first: Small supper, Sat 14 Mar")
	require.Equal(t, 200, c.remove("/api/services/supper", "menu").status)
	require.Equal(t, 200, c.remove("/api/kitchens/back-kitchen", "kitchen").status)
	assert.Equal(t, 403, c.house.stranger().remove("/api/dishes/roast-hake", "book").status, "nobody without a name deletes")
}

func TestAnIngredientIsDeletedAndTwoAreMadeOne(t *testing.T) {
	c := newHouse(t).cook("Chef")
	told := get[hangs](c, "/api/ingredients/butter/hangs").Hangs
	require.NotEmpty(t, told)
	assert.Equal(t, "Stays by name, allergens unknown, in", told[1].What)
	require.Equal(t, 200, c.remove("/api/ingredients/butter", "ingredients").status)
	doc, _ := c.component("shrimp-butter")
	assert.NotContains(t, doc["ingredients"].([]any)[0], "ingredient", "the line stays, as a gap")
	require.Equal(t, 200, c.undo("ingredients").status)

	require.Equal(t, 200, c.send("PUT", "/api/ingredients/beurre", edit(0, recipe.Ingredient{ID: "beurre", Name: "Beurre", Allergens: &[]string{"milk", "nuts"}})).status)
	changes := get[hangs](c, "/api/ingredients/butter/merge?into=beurre").Hangs
	assert.Contains(t, changes, app.Hanging{What: "Allergens", Names: []string{"contains milk, nuts"}})
	require.Equal(t, 200, c.send("POST", "/api/ingredients/butter/merge", map[string]any{"into": "beurre"}, "Jointime-Screen", "ingredients").status)
	assert.Equal(t, "butter merged into Beurre", get[api.Deletion](c, "/api/ingredients/butter/deleted").How, "whoever looks for it reads where it is")
	doc, _ = c.component("shrimp-butter")
	assert.Equal(t, "beurre", doc["ingredients"].([]any)[0].(map[string]any)["ingredient"])
	found := get[struct{ Found []app.Match }](c, "/api/find?words=butter&kinds=ingredient&limit=100").Found
	assert.Contains(t, found, app.Match{Kind: "ingredient", ID: "beurre", Name: "Beurre"}, "it is found by its other name")
	require.Equal(t, 200, c.undo("ingredients").status)
	doc, _ = c.component("shrimp-butter")
	assert.Equal(t, "butter", doc["ingredients"].([]any)[0].(map[string]any)["ingredient"])
	assert.Equal(t, 422, c.send("POST", "/api/ingredients/butter/merge", map[string]any{"into": "butter"}).status)
}

// A menu that is changed for one evening stays as it is for the others.
func TestAMenuIsKeptServedAndChangedForOneEveningAlone(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	var made api.SavedView
	read(t, c.send("POST", "/api/menus", map[string]any{"name": "Lunch", "courses": []recipe.Course{{ID: "main", Name: "Main", Dishes: []string{"guinea-fowl", "roast-hake"}}}}), &made)
	assert.Equal(t, "lunch", made.ID)
	serve := func(day string) string {
		a := c.send("POST", "/api/services", map[string]any{"menu": "lunch", "kitchen": "back-kitchen", "day": day, "hour": "12:30", "plates": 6})
		require.Equal(t, 201, a.status, string(a.body))
		read(t, a, &made)
		return made.ID
	}
	one, other := serve("2026-03-15"), serve("2026-03-16")
	v := get[api.ServiceView](c, "/api/services/"+one)
	assert.Equal(t, "Lunch", v.Service.Name)
	assert.Nil(t, v.Service.Own)
	own := v.Menu
	own.Courses = append(own.Courses, recipe.Course{ID: "sweet", Name: "Sweet", Dishes: []string{"set-buttermilk-cream-poached-plum"}})
	v.Service.Own = &own
	v.Service = v.Service.Fit(own)
	require.Equal(t, 200, c.send("PUT", "/api/services/"+one, edit(v.Version, v.Service)).status)
	v = get[api.ServiceView](c, "/api/services/"+one)
	require.Len(t, v.Rows, 2)
	assert.Equal(t, "12:55", v.Rows[1].Hour, "25 minutes after the course before")
	assert.Len(t, get[api.ServiceView](c, "/api/services/"+other).Rows, 1)
	assert.Len(t, menuOf(c, "lunch").Courses, 1)
	assert.Equal(t, []api.Named{{ID: one, Name: "2026-03-15"}, {ID: other, Name: "2026-03-16"}}, get[api.MenuView](c, "/api/menus/lunch").Services)
}

func TestTheKitchenOfAServiceIsAskedForAndChanged(t *testing.T) {
	c := newHouse(t).cook("Chef")
	body := map[string]any{"name": "Lunch", "day": "2026-03-15", "hour": "12:30", "plates": 4, "dishes": []string{"roast-hake"}}
	p := c.send("POST", "/api/services", body).problem(t)
	assert.Equal(t, "Choose a kitchen.", p.Errors[0].Message)
	body["kitchen"] = "lantern-quay"
	var made api.SavedView
	read(t, c.send("POST", "/api/services", body), &made)
	v := get[api.ServiceView](c, "/api/services/"+made.ID)
	assert.Equal(t, "Lantern Quay", v.Kitchen.Name)
	before := get[api.RunUpView](c, "/api/services/"+made.ID+"/runup")
	v.Service.Kitchen, v.Service.Name = "back-kitchen", "Late lunch"
	require.Equal(t, 200, c.send("PUT", "/api/services/"+made.ID, edit(v.Version, v.Service)).status)
	v = get[api.ServiceView](c, "/api/services/"+made.ID)
	assert.Equal(t, "Lantern Quay, back kitchen", v.Kitchen.Name)
	assert.Equal(t, "Late lunch", v.Service.Name)
	after := get[api.RunUpView](c, "/api/services/"+made.ID+"/runup")
	assert.NotEqual(t, before.RunUp.Lanes, after.RunUp.Lanes, "the plan is for what the other kitchen has")
}

// Two people composing one menu: what they do in different courses is joined; where both
// changed the same course, it is told, and one decides.
func TestTwoPeopleComposeOneMenu(t *testing.T) {
	h := newHouse(t)
	chef, sous := h.cook("Chef"), h.cook("Sous chef")
	own := func(c *cook) (service.Service, int64) {
		v := get[api.ServiceView](c, "/api/services/supper")
		m := v.Menu
		v.Service.Own = &m
		return v.Service, v.Version
	}
	svc, version := own(chef)
	require.Equal(t, 200, chef.send("PUT", "/api/services/supper", edit(version, svc)).status)
	mine, version := own(chef)
	theirs, _ := own(sous)
	theirs.Own.Courses = append(theirs.Own.Courses, recipe.Course{ID: "sweet", Name: "Sweet", Dishes: []string{"set-buttermilk-cream-poached-plum"}})
	theirs = theirs.Fit(*theirs.Own)
	require.Equal(t, 200, sous.send("PUT", "/api/services/supper", edit(version, theirs)).status)
	mine.Own.Courses[0].Dishes = []string{"roast-hake", "slow-cooked-egg-mushroom-broth"}
	p := chef.send("PUT", "/api/services/supper", edit(version, mine)).problem(t)
	require.Empty(t, p.Conflicts, "%v", p.Conflicts)
	require.Equal(t, 200, chef.send("PUT", "/api/services/supper", edit(p.Version, p.Merged)).status)
	v := get[api.ServiceView](chef, "/api/services/supper")
	require.Len(t, v.Rows, 3)
	assert.Len(t, v.Rows[0].Dishes, 2)

	mine, version = own(chef)
	theirs, _ = own(sous)
	theirs.Own.Courses[0].Dishes = []string{"roast-hake"}
	theirs = theirs.Fit(*theirs.Own)
	require.Equal(t, 200, sous.send("PUT", "/api/services/supper", edit(version, theirs)).status)
	mine.Own.Courses[0].Dishes = []string{"slow-cooked-egg-mushroom-broth"}
	mine = mine.Fit(*mine.Own)
	p = chef.send("PUT", "/api/services/supper", edit(version, mine)).problem(t)
	require.NotEmpty(t, p.Conflicts)
	require.Len(t, p.Differences, 1)
	assert.Equal(t, [3]string{"Roast hake: dishes", "Slow-cooked egg, mushroom broth", "Roast hake"}, [3]string{p.Differences[0].Where, p.Differences[0].Was, p.Differences[0].Is})
}

func TestAnythingIsFoundByItsNameAndByWhatIsInIt(t *testing.T) {
	c := newHouse(t).cook("Chef")
	type found struct {
		Found []app.Match
		All   int
	}
	named := get[found](c, "/api/find?words=hak")
	require.NotEmpty(t, named.Found)
	assert.Equal(t, "Roast hake", named.Found[0].Name)
	within := get[found](c, "/api/find?words=shrimps&kinds=dish").Found
	require.Len(t, within, 1)
	assert.Equal(t, app.Match{Kind: "dish", ID: "roast-hake", Name: "Roast hake", Detail: "brown shrimps, peeled"}, within[0])
	services := get[found](c, "/api/find?words=supper&kinds=service").Found
	require.Len(t, services, 3)
	assert.Equal(t, "2026-02-28", services[2].Detail, "the newest first")
	require.Equal(t, 200, c.send("PUT", "/api/ingredients/water-cress", edit(0, recipe.Ingredient{ID: "water-cress", Name: "watercress"})).status)
	assert.Equal(t, "watercress", get[found](c, "/api/find?kinds=ingredient&limit=1").Found[0].Name, "the newest first")
	assert.Equal(t, "bay", get[found](c, "/api/find?words=ba&kinds=ingredient").Found[0].Name, "what came together by name")
	assert.Len(t, get[found](c, "/api/find?limit=2").Found, 2)
	assert.Empty(t, get[found](c, "/api/find?words=zzz").Found)
}

// Whoever finds that something was deleted reads by whom, and brings it back: with all that
// hung on it, or, where others have built on that since, alone.
func TestWhatSomebodyDeletedIsBroughtBackByAnother(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.cook("Chef"), h.cook("Commis")
	assert.Equal(t, 404, commis.send("GET", "/api/dishes/roast-hake/deleted", nil).status, "it is there")
	assert.Equal(t, 404, commis.send("POST", "/api/dishes/roast-hake/restore", map[string]any{}).status)
	require.Equal(t, 200, chef.remove("/api/dishes/roast-hake", "book").status)
	p := commis.send("GET", "/api/dishes/roast-hake", nil).problem(t)
	require.Equal(t, &api.Missing{Kind: "dishes", ID: "roast-hake"}, p.Missing)
	d := get[api.Deletion](commis, "/api/dishes/roast-hake/deleted")
	assert.Equal(t, [3]string{"Roast hake", "Chef", ""}, [3]string{d.Name, d.Who, d.How})

	restore := func(c *cook, alone bool) answer {
		return c.send("POST", "/api/dishes/roast-hake/restore", map[string]any{"alone": alone}, "Jointime-Screen", "dish")
	}
	require.Equal(t, 200, restore(commis, false).status)
	assert.Equal(t, []string{"roast-hake"}, menuOf(chef, "small-supper").Courses[0].Dishes)
	assert.Equal(t, 404, chef.undo("book").status, "there is nothing left to undo")
	require.Equal(t, 200, commis.undo("dish").status, "who brought it back may undo that")
	assert.Equal(t, 404, chef.send("GET", "/api/dishes/roast-hake", nil).status)
	require.Equal(t, 200, restore(chef, false).status)

	require.Equal(t, 200, chef.remove("/api/dishes/roast-hake", "book").status)
	m := get[api.MenuView](commis, "/api/menus/small-supper")
	m.Menu.Courses[0].Dishes = []string{"guinea-fowl"}
	m.Menu.Courses[1].Dishes = []string{}
	require.Equal(t, 200, commis.send("PUT", "/api/menus/small-supper", edit(m.Version, m.Menu)).status)
	p = chef.send("POST", "/api/dishes/roast-hake/restore", map[string]any{}).problem(t)
	assert.Equal(t, "Not brought back with all that hung on it: Commis has since changed Roast hake.", p.Detail)
	require.Equal(t, 200, restore(chef, true).status)
	assert.Equal(t, 200, chef.send("GET", "/api/dishes/roast-hake", nil).status)
	assert.Equal(t, []string{"guinea-fowl"}, menuOf(chef, "small-supper").Courses[0].Dishes, "alone")

	require.Equal(t, 200, chef.remove("/api/services/supper", "services").status)
	assert.Equal(t, "2026-03-14", get[api.Deletion](commis, "/api/services/supper/deleted").Day)
	a := commis.send("POST", "/api/services/supper/restore", map[string]any{})
	require.Equal(t, 200, a.status, string(a.body))
	assert.NotEmpty(t, get[api.RunUpView](commis, "/api/services/supper/runup").RunUp.Bars)
}

// A service to come follows the menu that it was made from: a course more is served 25 minutes
// later to all, what is gone from the menu is gone from the orders, and what is saved fits.
func TestAServiceFollowsItsMenuUntilItHasItsOwn(t *testing.T) {
	c := newHouse(t).cook("Chef")
	m := get[api.MenuView](c, "/api/menus/small-supper")
	m.Menu.Courses[0].Dishes = []string{"slow-cooked-egg-mushroom-broth"}
	m.Menu.Courses = append(m.Menu.Courses, recipe.Course{ID: "sweet", Name: "Sweet", Dishes: []string{"set-buttermilk-cream-poached-plum"}})
	require.Equal(t, 200, c.send("PUT", "/api/menus/small-supper", edit(m.Version, m.Menu)).status)
	v := get[api.ServiceView](c, "/api/services/supper")
	require.Len(t, v.Service.Courses, 3)
	assert.Equal(t, []service.Covers{{Dish: "slow-cooked-egg-mushroom-broth", Plates: 4}}, v.Service.Courses[0].Covers, "nothing else is served in it")
	assert.Equal(t, []service.Covers{{Dish: "set-buttermilk-cream-poached-plum", Plates: 4}}, v.Service.Courses[2].Covers)
	assert.Equal(t, "21:25", v.Service.Courses[2].Hour)
	require.Equal(t, 200, c.send("PUT", "/api/services/supper", edit(v.Version, v.Service)).status)
	v.Service.Courses[0].Covers = []service.Covers{{Dish: "roast-hake", Plates: 4}}
	assert.Equal(t, 422, c.send("PUT", "/api/services/supper", edit(v.Version+1, v.Service)).status, "it is not in this course")
}

// What a service has of a menu does not depend on which of the menu's states a server has
// seen: one that has just started reads the same.
func TestAFollowedMenuIsTheSameOnEveryServer(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	whole := get[api.MenuView](c, "/api/menus/small-supper").Menu
	put := func(courses []recipe.Course) {
		t.Helper()
		m := get[api.MenuView](c, "/api/menus/small-supper")
		m.Menu.Courses = courses
		require.Equal(t, 200, c.send("PUT", "/api/menus/small-supper", edit(m.Version, m.Menu)).status)
		get[api.ServiceView](c, "/api/services/supper")
	}
	before := get[api.ServiceView](c, "/api/services/supper").Service
	put(whole.Courses[:1])
	put(whole.Courses)
	assert.Equal(t, before.Courses, get[api.ServiceView](c, "/api/services/supper").Service.Courses, "what was taken off and put back is as it was")
	h.server = h.serve()
	assert.Equal(t, before.Courses, get[api.ServiceView](h.cook("Commis"), "/api/services/supper").Service.Courses)
}

// Who changes the courses of a service says so, and hours, covers and orders are fitted to them;
// without that word, what does not fit is a fault.
func TestASavedServiceIsFittedToItsMenuWhereThatIsAsked(t *testing.T) {
	c := newHouse(t).cook("Chef")
	v := get[api.ServiceView](c, "/api/services/supper")
	own := v.Menu
	own.Courses = []recipe.Course{own.Courses[1], own.Courses[0], {ID: "sweet", Dishes: []string{"set-buttermilk-cream-poached-plum"}}}
	v.Service.Own = &own
	body := edit(v.Version, v.Service)
	assert.Equal(t, 422, c.send("PUT", "/api/services/supper", edit(v.Version, func() service.Service {
		s := v.Service
		s.Courses = append(s.Courses, service.CourseHour{Course: "cheese", Hour: "22:00", Covers: []service.Covers{}})
		return s
	}())).status)
	require.Equal(t, 200, c.send("PUT", "/api/services/supper?fit=true", body).status)
	v = get[api.ServiceView](c, "/api/services/supper")
	hours := []string{}
	for _, r := range v.Rows {
		hours = append(hours, r.Hour+" "+r.Name)
	}
	assert.Equal(t, []string{"20:25 Guinea fowl", "21:00 Roast hake", "21:25 Set buttermilk cream, poached plum"}, hours)
}

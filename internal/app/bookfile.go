package app

import (
	"context"

	"jointime/internal/formats/bookfile"
	"jointime/internal/store"
)

// File is the book as it is taken out.
func (b Book) File() bookfile.File {
	f := bookfile.New()
	for _, k := range b.Kitchens {
		f.Kitchens = append(f.Kitchens, k)
	}
	for _, i := range b.Ingredients {
		f.Ingredients = append(f.Ingredients, i)
	}
	for _, c := range b.Components {
		f.Components = append(f.Components, c)
	}
	for _, d := range b.Dishes {
		f.Dishes = append(f.Dishes, d)
	}
	for _, m := range b.Menus {
		f.Menus = append(f.Menus, m)
	}
	for _, s := range b.Suppliers {
		f.Suppliers = append(f.Suppliers, s)
	}
	return f
}

// BookFile reads the whole book of a database.
func BookFile(ctx context.Context, st *store.Store) (bookfile.File, error) {
	docs, err := st.All(ctx)
	if err != nil {
		return bookfile.File{}, err
	}
	b, err := ReadBook(docs)
	return b.File(), err
}

// ImportBook says what a file would change in the book of a database, and,
// where it is applied, takes it in.
func ImportBook(ctx context.Context, st *store.Store, file bookfile.File, apply bool) ([]bookfile.Item, error) {
	docs, err := st.All(ctx)
	if err != nil {
		return nil, err
	}
	b, err := ReadBook(docs)
	if err != nil {
		return nil, err
	}
	items, err := bookfile.Changes(b.File(), file)
	if err != nil || !apply {
		return items, err
	}
	return items, st.SaveAll(ctx, Taken(items, b, "import", "import", ""))
}

// Taken are the writes that take the items of a file in which differ.
func Taken(items []bookfile.Item, b Book, who, person, key string) (writes []store.Write) {
	for _, i := range items {
		if i.What != "same" {
			writes = append(writes, store.Write{Kind: store.Kind(i.Kind), ID: i.ID, Base: b.versions[i.Kind+"/"+i.ID], Body: i.Body, Who: who, Person: person, What: i.Name + ": taken in from a file", Key: key})
		}
	}
	return writes
}

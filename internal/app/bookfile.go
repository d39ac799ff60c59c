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

// Import says what a file would change in the book, and, where it is applied, takes it in.
func (k *Books) Import(ctx context.Context, q store.Request, file bookfile.File, apply bool) (items []bookfile.Item, err error) {
	if !apply {
		b, err := k.Book(ctx)
		if err != nil {
			return nil, err
		}
		return bookfile.Changes(b.File(), file)
	}
	of := 0
	q.Told = func(done int) { k.imports.Store(q.Key, Importing{done, of}) }
	defer k.imports.Delete(q.Key)
	_, err = k.Update(ctx, q, func(b Book) ([]store.Write, error) {
		items, err = bookfile.Changes(b.File(), file)
		writes := taken(items, b)
		of = len(writes)
		q.Told(0)
		return writes, err
	})
	if err == nil && items == nil { // it was taken in before, under the same key
		return k.Import(ctx, q, file, false)
	}
	return items, err
}

// Importing is how far an import is, in documents.
type Importing struct {
	Done int `json:"done"`
	Of   int `json:"of" doc:"0: it has not begun, or is over"`
}

// Imported tells how far the import under a key is.
func (k *Books) Imported(key string) Importing {
	now, _ := k.imports.Load(key)
	far, _ := now.(Importing)
	return far
}

// taken are the writes that take the items of a file in which differ.
func taken(items []bookfile.Item, b Book) (writes []store.Write) {
	for _, i := range items {
		if i.What != "same" {
			writes = append(writes, store.Write{Kind: store.Kind(i.Kind), ID: i.ID, Base: b.versions[i.Kind+"/"+i.ID], Body: i.Body, What: i.Name + ": imported"})
		}
	}
	return writes
}

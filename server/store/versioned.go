package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"

	"aguante/core/plan"
	"aguante/core/shop"
)

// Plan returns a wall's plan and its version; 0 where nobody has decided anything yet.
func (s *Store) Plan(ctx context.Context, id string) (plan.Plan, int, error) {
	if _, err := s.Get(ctx, id); err != nil {
		return plan.Plan{}, 0, err
	}
	return versioned(s.db.QueryRowContext(ctx, `SELECT version, document FROM plans WHERE project_id = ?`, id), plan.Empty)
}

// ReplacePlan stores a plan over version base. ErrStale where that is not the newest.
func (s *Store) ReplacePlan(ctx context.Context, id string, base int, p plan.Plan) (int, error) {
	if _, err := s.Get(ctx, id); err != nil {
		return 0, err
	}
	return s.over(ctx, base, p, `INSERT INTO plans (project_id, version, document) SELECT ?1, 1, ?3 WHERE ?2 = 0
		ON CONFLICT (project_id) DO NOTHING`, `UPDATE plans SET version = version + 1, document = ?3 WHERE project_id = ?1 AND version = ?2`, id)
}

// Shop returns the person's shop as it was last saved, without what is in the drawers of
// own things, and its version; 0 where it was never saved.
func (s *Store) Shop(ctx context.Context, usual func() shop.Shop) (shop.Shop, int, error) {
	return versioned(s.db.QueryRowContext(ctx, `SELECT version, document FROM shop WHERE id = 1`), usual)
}

// ReplaceShop stores a shop over version base. ErrStale where that is not the newest.
func (s *Store) ReplaceShop(ctx context.Context, base int, v shop.Shop) (int, error) {
	v.Contents, v.Boards, v.Parts = nil, nil, nil // the drawers have them
	return s.over(ctx, base, v, `INSERT INTO shop (id, version, document) SELECT ?1, 1, ?3 WHERE ?2 = 0 ON CONFLICT (id) DO NOTHING`,
		`UPDATE shop SET version = version + 1, document = ?3 WHERE id = ?1 AND version = ?2`, 1)
}

// versioned reads a document with its version, onto what is usual.
func versioned[T any](row *sql.Row, usual func() T) (T, int, error) {
	v, version := usual(), 0
	var doc string
	err := row.Scan(&version, &doc)
	if errors.Is(err, sql.ErrNoRows) {
		return v, 0, nil
	}
	if err == nil {
		err = json.Unmarshal([]byte(doc), &v)
	}
	return v, version, err
}

// over writes a document over a version of it: the first, or one that is there.
func (s *Store) over(ctx context.Context, base int, v any, first, next string, key any) (int, error) {
	doc, err := json.Marshal(v)
	if err != nil {
		return 0, err
	}
	stmt := next
	if base == 0 {
		stmt = first
	}
	return base + 1, s.write(ctx, func(tx *sql.Tx) error {
		r, err := tx.ExecContext(ctx, stmt, key, base, string(doc))
		if err != nil {
			return err
		}
		if n, err := r.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrStale)
		}
		return nil
	})
}

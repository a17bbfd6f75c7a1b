-- +goose Up
PRAGMA application_id = 1097299249;

-- +goose Down
PRAGMA application_id = 0;

-- Pictures kept with a job. The bytes are those encoded anew on the way in, never those sent.
CREATE TABLE photo (
  id uuid PRIMARY KEY,
  repair_id uuid NOT NULL REFERENCES repair,
  at timestamptz NOT NULL,
  by_name text NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  width_px integer NOT NULL CHECK (width_px > 0),
  height_px integer NOT NULL CHECK (height_px > 0),
  sha256 text NOT NULL CHECK (sha256 ~ '^[0-9a-f]{64}$'),
  jpeg bytea NOT NULL
);
CREATE INDEX photo_repair ON photo (repair_id, at);

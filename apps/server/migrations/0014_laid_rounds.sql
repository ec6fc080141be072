-- How long a lay-up took and what went into it, written once its last ply is down: what the next is planned with.
CREATE TABLE laid_round (
  repair_id uuid NOT NULL REFERENCES repair (id),
  revision int NOT NULL,
  round text NOT NULL,
  work text NOT NULL,
  grams double precision NOT NULL CHECK (grams > 0),
  minutes double precision NOT NULL CHECK (minutes > 0),
  -- A minute, by one pair of hands with nothing in its way.
  g_per_min double precision NOT NULL CHECK (g_per_min > 0),
  at timestamptz NOT NULL,
  PRIMARY KEY (repair_id, revision, round)
);

-- A bridge passes on what instruments say. It is let in by a token, of which only the hash is kept.
CREATE TABLE bridge (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 40),
  token_hash text NOT NULL UNIQUE,
  paired_at timestamptz NOT NULL,
  by_name text NOT NULL,
  seen_at timestamptz,
  ended_at timestamptz
);

-- A code shown on screen, by which a bridge is let in once.
CREATE TABLE bridge_code (
  code_hash text PRIMARY KEY,
  until timestamptz NOT NULL,
  by_name text NOT NULL
);

-- Instruments as they said of themselves, and what each told last. What of it counts is in the jobs.
CREATE TABLE instrument (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  bridge_id uuid NOT NULL REFERENCES bridge,
  code text NOT NULL,
  kind text NOT NULL,
  name text NOT NULL,
  calibrated_on date,
  simulated boolean NOT NULL DEFAULT false,
  connected boolean NOT NULL DEFAULT true,
  battery double precision,
  trouble text,
  readings jsonb NOT NULL DEFAULT '{}',
  UNIQUE (bridge_id, code)
) WITH (fillfactor = 50);

ALTER TABLE password_try DROP CONSTRAINT password_try_what_check,
  ADD CONSTRAINT password_try_what_check CHECK (what IN ('sign-in', 'sign-off', 'password', 'pairing'));

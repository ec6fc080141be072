ALTER TABLE person ADD COLUMN active boolean NOT NULL DEFAULT true;

-- Every time a password was asked for, by whom and how it went: guessing is slowed down by it, through every process and over restarts.
CREATE TABLE password_try (
  seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  login text NOT NULL CHECK (length(login) <= 80),
  client text NOT NULL CHECK (length(client) <= 80),
  what text NOT NULL CHECK (what IN ('sign-in', 'sign-off', 'password')),
  outcome text NOT NULL CHECK (outcome IN ('tried', 'right', 'wrong', 'held'))
);
CREATE INDEX password_try_login ON password_try (login, client, at);
CREATE INDEX password_try_client ON password_try (client, at);

-- What a manager did with accounts.
CREATE TABLE person_event (
  seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  by_id uuid NOT NULL REFERENCES person,
  by_name text NOT NULL,
  kind text NOT NULL,
  detail jsonb NOT NULL DEFAULT '{}'
);
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON person_event FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON person_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- A stream ends with its session.
CREATE FUNCTION tell_session_ended() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('session_ended', OLD.sid);
  RETURN NULL;
END $$;
CREATE TRIGGER tell_ended AFTER DELETE ON session FOR EACH ROW EXECUTE FUNCTION tell_session_ended();
CREATE INDEX session_person ON session ((sess ->> 'personId'));

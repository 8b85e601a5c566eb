-- Strangers, careless settings and unlucky moments: what is needed to stand them.

-- confirmed_at: when this address was first confirmed by a link sent to it. former_state: where a person stood before
-- they became unreachable. guard: grows with each lock, so that a replicated database sees who locked (only written
-- rows conflict there).
ALTER TABLE person
  ADD COLUMN confirmed_at DATETIME(3)  NULL,
  ADD COLUMN former_state VARCHAR(20)  CHARACTER SET ascii COLLATE ascii_bin NULL AFTER state_since,
  ADD COLUMN guard        INT UNSIGNED NOT NULL DEFAULT 0,
  ADD KEY by_state_since (state, state_since);
UPDATE person p
  JOIN (SELECT person_id, MIN(confirmed_at) AS first FROM sign_up WHERE confirmed_at IS NOT NULL GROUP BY person_id) c
    ON c.person_id = p.id
   SET p.confirmed_at = c.first;

-- What a sign-up told of somebody who was known already; it counts once this sign-up is confirmed (S12).
ALTER TABLE sign_up
  ADD COLUMN told_email      VARCHAR(254) CHARACTER SET ascii COLLATE ascii_bin NULL,
  ADD COLUMN told_first_name VARCHAR(100) NULL,
  ADD COLUMN told_answers    LONGTEXT     NULL CHECK (told_answers IS NULL OR JSON_VALID(told_answers));

-- A use begins with its first request and ends with its last (P2).
ALTER TABLE pass_use
  ADD COLUMN last_at DATETIME(3) NULL;
UPDATE pass_use SET last_at = at;
ALTER TABLE pass_use
  MODIFY COLUMN last_at DATETIME(3) NOT NULL;

-- claims: claims in a row of which no result was recorded. What waits has no settled_at: one index serves both.
-- offer_id and sign_up_id are read by their own tables' keys; nothing looks emails up by them.
ALTER TABLE outbox
  ADD COLUMN claims TINYINT UNSIGNED NOT NULL DEFAULT 0 AFTER claim,
  DROP KEY by_state,
  DROP KEY by_settled,
  ADD KEY by_settled (settled_at, id),
  DROP FOREIGN KEY outbox_ibfk_2,
  DROP FOREIGN KEY outbox_ibfk_5;
ALTER TABLE outbox
  DROP KEY offer_id,
  DROP KEY sign_up_id;

-- Nothing is ever taken out of the history: it needs no keys of others, and their rows no locks for it.
ALTER TABLE event
  DROP FOREIGN KEY event_ibfk_1,
  DROP FOREIGN KEY event_ibfk_2;
ALTER TABLE event
  DROP KEY offer_id;

-- One row, while refusals in a row keep all emails from leaving.
CREATE TABLE sending_halt (
  id        TINYINT      NOT NULL PRIMARY KEY CHECK (id = 1),
  halted_at DATETIME(3)  NOT NULL,
  refusals  INT          NOT NULL,
  reason    VARCHAR(500) NOT NULL
);

-- One active run per sequence and person. Of two, the newer goes on.
UPDATE run r
  JOIN run n ON n.person_id = r.person_id AND n.sequence_id = r.sequence_id AND n.id > r.id AND n.ended_at IS NULL
   SET r.ended_at = r.anchor_at, r.end_reason = 'REMOVED_BY_OWNER', r.next_step_id = NULL, r.next_due_at = NULL,
       r.held_due_at = NULL
 WHERE r.ended_at IS NULL;
ALTER TABLE run
  ADD COLUMN set_aside_at DATETIME(3)  NULL,
  ADD COLUMN trouble      VARCHAR(300) NULL,
  ADD COLUMN active       TINYINT      AS (IF(ended_at IS NULL, 1, NULL)) VIRTUAL,
  ADD UNIQUE KEY one_active (person_id, sequence_id, active),
  ADD KEY by_set_aside (set_aside_at),
  DROP KEY by_person;

-- That an email was sent is looked up by run; a step is looked up by what it was skipped for.
ALTER TABLE run_step
  ADD KEY by_skipped_step (step_id, skipped),
  DROP KEY by_step;

-- base_at: from when a start that lies ahead counts, so that an edit can time it anew.
ALTER TABLE run_start
  ADD COLUMN base_at      DATETIME(3)  NULL AFTER due_at,
  ADD COLUMN set_aside_at DATETIME(3)  NULL,
  ADD COLUMN trouble      VARCHAR(300) NULL,
  MODIFY COLUMN due_at DATETIME(3) NULL;

-- Re-timing everybody on the way of a sequence, a page at a time (T10).
CREATE TABLE retiming (
  sequence_id BIGINT      NOT NULL PRIMARY KEY,
  phase       VARCHAR(10) CHARACTER SET ascii NOT NULL,
  reopens     BOOLEAN     NOT NULL,
  after_id    BIGINT      NOT NULL,
  expected    BIGINT      NOT NULL,
  looked_at   BIGINT      NOT NULL,
  changed     BIGINT      NOT NULL,
  started_at  DATETIME(3) NOT NULL,
  finished_at DATETIME(3) NULL,
  guard       INT UNSIGNED NOT NULL DEFAULT 0,
  KEY by_finished (finished_at),
  FOREIGN KEY (sequence_id) REFERENCES sequence (id)
);

-- Every attempt to sign in, without secrets; by its age it is forgotten.
DROP TABLE sign_in_failure;
CREATE TABLE sign_in (
  id       BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  at       DATETIME(3) NOT NULL,
  who      BINARY(32)  NOT NULL,
  owner_id BIGINT      NULL,
  network  VARCHAR(50) CHARACTER SET ascii NOT NULL,
  agent    VARCHAR(200) NOT NULL,
  outcome  VARCHAR(10) CHARACTER SET ascii NOT NULL,
  KEY by_who (who, at),
  KEY by_network (network, at),
  KEY by_age (at)
);

-- One-time ways back in, half an hour long.
CREATE TABLE password_reset (
  token_hash BINARY(32)  NOT NULL PRIMARY KEY,
  owner_id   BIGINT      NOT NULL,
  created_at DATETIME(3) NOT NULL,
  expires_at DATETIME(3) NOT NULL,
  KEY by_owner (owner_id, created_at),
  FOREIGN KEY (owner_id) REFERENCES owner (id)
);

-- Secrets are kept encrypted, by a key that lies outside the database: they are longer then.
ALTER TABLE secret
  MODIFY COLUMN value VARBINARY(300) NOT NULL;

ALTER TABLE sighting
  ADD KEY by_age (seen_at);

-- Emails of blocks, sequences with all their rules, tags, readings, and what the mail engine keeps.

CREATE TABLE email (
  id         BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  content    LONGTEXT    NOT NULL CHECK (JSON_VALID(content)),
  version    INT         NOT NULL,
  updated_at DATETIME(3) NOT NULL
);

CREATE TABLE email_layout (
  id         BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name       VARCHAR(80) NOT NULL,
  content    LONGTEXT    NOT NULL CHECK (JSON_VALID(content)),
  created_at DATETIME(3) NOT NULL
);

-- A body and its button become blocks. An email belongs to itself from now on: several steps can send the same one.
INSERT INTO email (id, content, version, updated_at)
SELECT id,
       CONCAT('{"subject":', JSON_EXTRACT(email, '$.subject'), ',"preview":', JSON_EXTRACT(email, '$.preview'),
              ',"blocks":[{"kind":"TEXT","html":', JSON_EXTRACT(email, '$.body'), '}',
              CASE WHEN JSON_VALUE(email, '$.button.target') = 'NONE' THEN ''
                   ELSE CONCAT(',{"kind":"BUTTON","label":', JSON_EXTRACT(email, '$.button.label'),
                               ',"target":', JSON_EXTRACT(email, '$.button.target'),
                               ',"href":', JSON_EXTRACT(email, '$.button.href'), '}') END,
              ']}'),
       1, '2026-01-01'
  FROM step;

ALTER TABLE step
  ADD COLUMN email_id BIGINT   NULL AFTER ready,
  ADD COLUMN rules    LONGTEXT NULL CHECK (rules IS NULL OR JSON_VALID(rules));
UPDATE step
   SET email_id = id,
       rules = CONCAT('{"waitAmount":', wait_amount, ',"waitUnit":"', wait_unit, '"}');
ALTER TABLE step
  MODIFY COLUMN email_id BIGINT NOT NULL,
  MODIFY COLUMN rules LONGTEXT NOT NULL CHECK (JSON_VALID(rules)),
  DROP COLUMN wait_amount,
  DROP COLUMN wait_unit,
  DROP COLUMN email,
  ADD FOREIGN KEY (email_id) REFERENCES email (id);

UPDATE offer
   SET confirm = JSON_SET(confirm, '$.email', JSON_EXTRACT(
         CONCAT('{"subject":', JSON_EXTRACT(confirm, '$.email.subject'),
                ',"preview":', JSON_EXTRACT(confirm, '$.email.preview'),
                ',"blocks":[{"kind":"TEXT","html":', JSON_EXTRACT(confirm, '$.email.body'),
                '},{"kind":"BUTTON","label":', JSON_EXTRACT(confirm, '$.email.button.label'),
                ',"target":"CONFIRM","href":""}]}'), '$')),
       hand_over = JSON_SET(hand_over, '$.email', JSON_EXTRACT(
         CONCAT('{"subject":', JSON_EXTRACT(hand_over, '$.email.subject'),
                ',"preview":', JSON_EXTRACT(hand_over, '$.email.preview'),
                ',"blocks":[{"kind":"TEXT","html":', JSON_EXTRACT(hand_over, '$.email.body'),
                '},{"kind":"BUTTON","label":', JSON_EXTRACT(hand_over, '$.email.button.label'),
                ',"target":"PASS","href":""}]}'), '$'));

-- offer_id: where a sequence is at home; empty for one that stands on its own. Which sequence follows an offer is the
-- offer's to say, so that several can share one.
ALTER TABLE sequence
  ADD COLUMN rules     LONGTEXT    NOT NULL DEFAULT '{"personZone":false}' CHECK (JSON_VALID(rules)),
  ADD COLUMN paused_at DATETIME(3) NULL;
ALTER TABLE offer
  ADD COLUMN sequence_id BIGINT NULL,
  ADD FOREIGN KEY (sequence_id) REFERENCES sequence (id);
UPDATE offer o JOIN sequence s ON s.offer_id = o.id SET o.sequence_id = s.id;

-- held_due_at: when a run of a paused sequence would have been due.
ALTER TABLE run
  MODIFY COLUMN offer_id BIGINT NULL,
  ADD COLUMN held_due_at DATETIME(3) NULL AFTER next_due_at;
ALTER TABLE run_step
  ADD COLUMN skipped BOOLEAN NOT NULL DEFAULT FALSE;

-- Starts that lie ahead: a pass to be looked at, a date somebody gave.
CREATE TABLE run_start (
  id          BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sequence_id BIGINT      NOT NULL,
  person_id   BIGINT      NOT NULL,
  offer_id    BIGINT      NULL,
  due_at      DATETIME(3) NOT NULL,
  UNIQUE KEY one_at_a_time (sequence_id, person_id),
  KEY by_due (due_at),
  FOREIGN KEY (sequence_id) REFERENCES sequence (id),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- tag_key: the name in small letters, by which tags are compared.
CREATE TABLE tag (
  tag_key    VARCHAR(60) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  name       VARCHAR(60) NOT NULL,
  created_at DATETIME(3) NOT NULL
);
CREATE TABLE person_tag (
  person_id BIGINT      NOT NULL,
  tag_key   VARCHAR(60) COLLATE utf8mb4_bin NOT NULL,
  at        DATETIME(3) NOT NULL,
  PRIMARY KEY (person_id, tag_key),
  KEY by_tag (tag_key),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (tag_key) REFERENCES tag (tag_key) ON DELETE CASCADE
);

-- Who asked that nobody follow what they open and click.
ALTER TABLE person
  ADD COLUMN untracked BOOLEAN NOT NULL DEFAULT FALSE;

-- urgent: confirmations and deliveries go before sequence emails, however many of those wait.
-- held: the sequence is paused; try_at is empty meanwhile.
ALTER TABLE outbox
  MODIFY COLUMN offer_id BIGINT NULL,
  ADD COLUMN urgent BOOLEAN NOT NULL DEFAULT TRUE AFTER kind,
  ADD COLUMN held BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN answer VARCHAR(20) CHARACTER SET ascii NULL AFTER last_error,
  DROP KEY by_try,
  ADD KEY by_try (urgent, try_at),
  ADD KEY by_state (state, id);
UPDATE outbox SET urgent = FALSE WHERE kind = 'FOLLOW_UP';

-- Addresses that links in emails lead to; a link in an email names its row.
CREATE TABLE tracked_link (
  id   BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  hash BINARY(32)    NOT NULL UNIQUE,
  href VARCHAR(2000) NOT NULL
);

-- What became of an email at its reader's. First times only.
CREATE TABLE email_reading (
  outbox_id         BIGINT      NOT NULL PRIMARY KEY,
  opened_at         DATETIME(3) NULL,
  machine_opened_at DATETIME(3) NULL,
  clicked_at        DATETIME(3) NULL,
  left_at           DATETIME(3) NULL,
  FOREIGN KEY (outbox_id) REFERENCES outbox (id)
);
CREATE TABLE link_click (
  outbox_id BIGINT      NOT NULL,
  link_id   BIGINT      NOT NULL,
  at        DATETIME(3) NOT NULL,
  times     INT         NOT NULL,
  PRIMARY KEY (outbox_id, link_id),
  FOREIGN KEY (outbox_id) REFERENCES outbox (id),
  FOREIGN KEY (link_id) REFERENCES tracked_link (id)
);
ALTER TABLE pass_link
  ADD COLUMN outbox_id BIGINT NULL,
  ADD FOREIGN KEY (outbox_id) REFERENCES outbox (id);

CREATE TABLE dkim_key (
  id          TINYINT         NOT NULL PRIMARY KEY CHECK (id = 1),
  domain      VARCHAR(253)    CHARACTER SET ascii NOT NULL,
  selector    VARCHAR(60)     CHARACTER SET ascii NOT NULL,
  private_key VARBINARY(4096) NOT NULL,
  public_key  VARBINARY(1024) NOT NULL,
  is_on       BOOLEAN         NOT NULL,
  created_at  DATETIME(3)     NOT NULL
);

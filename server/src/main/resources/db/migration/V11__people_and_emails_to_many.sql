-- What people agreed to get (L1). A business begins with one, and everybody who ever signed up is put on it.
CREATE TABLE mailing_list (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name       VARCHAR(80)  NOT NULL,
  sentence   VARCHAR(300) NOT NULL,
  list_key   CHAR(12)     CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  created_at DATETIME(3)  NOT NULL,
  removed_at DATETIME(3)  NULL
);
INSERT INTO mailing_list (id, name, sentence, list_key, created_at)
VALUES (1, 'Letters', 'Everything we write to people who signed up.', 'letters', '2026-01-01');

-- Who is on a list, and who was: whoever left one is never put back by us.
CREATE TABLE list_member (
  list_id   BIGINT      NOT NULL,
  person_id BIGINT      NOT NULL,
  since     DATETIME(3) NOT NULL,
  left_at   DATETIME(3) NULL,
  PRIMARY KEY (person_id, list_id),
  KEY by_list (list_id, left_at, person_id),
  FOREIGN KEY (list_id) REFERENCES mailing_list (id),
  FOREIGN KEY (person_id) REFERENCES person (id)
);
INSERT INTO list_member (list_id, person_id, since, left_at)
SELECT 1, id, COALESCE(confirmed_at, created_at), CASE WHEN state = 'LEFT' THEN state_since END
  FROM person
 WHERE state <> 'WAITING_TO_CONFIRM';

-- The lists a sign-up puts its person on once it counts: numbers with commas. And what sequences are sent for.
ALTER TABLE sign_up
  ADD COLUMN lists VARCHAR(200) CHARACTER SET ascii NOT NULL DEFAULT '1';
ALTER TABLE sequence
  ADD COLUMN list_id BIGINT NOT NULL DEFAULT 1,
  ADD FOREIGN KEY (list_id) REFERENCES mailing_list (id);

-- Where somebody first came from, since when they are on the list, and whether they were erased or taken together with somebody: to be asked for without a look at every sign-up.
ALTER TABLE person
  ADD COLUMN from_form     VARCHAR(32)  CHARACTER SET ascii COLLATE ascii_bin NULL,
  ADD COLUMN from_site     VARCHAR(253) COLLATE utf8mb4_bin NULL,
  ADD COLUMN from_campaign VARCHAR(300) COLLATE utf8mb4_bin NULL,
  ADD COLUMN listed_since  DATETIME(3)  NULL,
  ADD COLUMN erased_at     DATETIME(3)  NULL,
  ADD COLUMN merged_into   BIGINT       NULL,
  ADD KEY by_listed (listed_since),
  ADD KEY by_erased (erased_at),
  ADD KEY by_merged (merged_into);
UPDATE person SET listed_since = COALESCE(confirmed_at, created_at) WHERE state NOT IN ('WAITING_TO_CONFIRM', 'LEFT');
UPDATE person p
  JOIN (SELECT person_id, MIN(id) AS first FROM sign_up GROUP BY person_id) f ON f.person_id = p.id
  JOIN sign_up s ON s.id = f.first
  JOIN form m ON m.id = s.form_id
   SET p.from_form = m.form_key,
       p.from_site = NULLIF(LOWER(REGEXP_SUBSTR(s.page, '(?<=://)[^/:?#]+')), ''),
       p.from_campaign = NULLIF(s.campaign, '');

-- Answers as questions compare them: without case and outer white space.
ALTER TABLE person_answer
  ADD COLUMN answer_key TEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  ADD KEY by_answer (field_key, answer_key(60));
UPDATE person_answer SET answer_key = LOWER(TRIM(answer));
ALTER TABLE person_answer
  MODIFY COLUMN answer_key TEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;

-- Questions about a million people are answered from these alone.
ALTER TABLE pass
  ADD KEY of_offer (offer_id, person_id, first_used_at),
  DROP KEY by_offer;
ALTER TABLE sign_up
  ADD KEY of_offer (offer_id, at, person_id),
  DROP KEY by_offer;

ALTER TABLE email_reading
  ADD KEY by_opened (opened_at, outbox_id),
  ADD KEY by_clicked (clicked_at, outbox_id);

-- Questions kept (L3).
CREATE TABLE segment (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name       VARCHAR(80)  NOT NULL UNIQUE,
  question   LONGTEXT     NOT NULL CHECK (JSON_VALID(question)),
  version    INT          NOT NULL,
  updated_at DATETIME(3)  NOT NULL
);

-- What the owner wrote down about somebody, and what was changed by hand.
CREATE TABLE person_note (
  id        BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  person_id BIGINT       NOT NULL,
  author    VARCHAR(254) NOT NULL,
  words     TEXT         NOT NULL,
  at        DATETIME(3)  NOT NULL,
  KEY by_person (person_id, id),
  FOREIGN KEY (person_id) REFERENCES person (id)
);

-- Two addresses of one person, taken together: what was moved, so that it can be undone within a day.
CREATE TABLE person_merge (
  id        BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  kept_id   BIGINT      NOT NULL,
  gone_id   BIGINT      NOT NULL,
  at        DATETIME(3) NOT NULL,
  moved     LONGTEXT    NOT NULL CHECK (JSON_VALID(moved)),
  undone_at DATETIME(3) NULL,
  KEY by_kept (kept_id, at),
  FOREIGN KEY (kept_id) REFERENCES person (id),
  FOREIGN KEY (gone_id) REFERENCES person (id)
);

-- Addresses that were erased: an import does not bring them back (L6). Only a hash stays.
CREATE TABLE erased_address (
  hash BINARY(32)  NOT NULL PRIMARY KEY,
  at   DATETIME(3) NOT NULL
);

-- People brought in as a file (L4).
CREATE TABLE person_import (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name        VARCHAR(255) NOT NULL,
  hash        CHAR(64)     CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  plan        LONGTEXT     NOT NULL CHECK (JSON_VALID(plan)),
  state       VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  by_whom     VARCHAR(254) NOT NULL,
  created_at  DATETIME(3)  NOT NULL,
  finished_at DATETIME(3)  NULL,
  total_rows  BIGINT       NOT NULL,
  read_rows   BIGINT       NOT NULL DEFAULT 0,
  added       BIGINT       NOT NULL DEFAULT 0,
  changed     BIGINT       NOT NULL DEFAULT 0,
  unchanged   BIGINT       NOT NULL DEFAULT 0,
  refused     BIGINT       NOT NULL DEFAULT 0,
  checked     LONGTEXT     NULL CHECK (checked IS NULL OR JSON_VALID(checked)),
  worker      VARCHAR(36)  CHARACTER SET ascii NULL,
  lease_until DATETIME(3)  NULL,
  trouble     VARCHAR(300) NULL,
  KEY by_state (state, id)
);
CREATE TABLE import_refusal (
  import_id  BIGINT       NOT NULL,
  row_no BIGINT       NOT NULL,
  reason     VARCHAR(200) NOT NULL,
  cells      TEXT         NOT NULL,
  PRIMARY KEY (import_id, row_no),
  FOREIGN KEY (import_id) REFERENCES person_import (id)
);
ALTER TABLE person
  ADD COLUMN import_id BIGINT NULL,
  ADD KEY by_import (import_id);

-- An email to many (B1): what it says, to whom, and when.
CREATE TABLE mailing (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  settings   LONGTEXT     NOT NULL CHECK (JSON_VALID(settings)),
  version    INT          NOT NULL,
  state      VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  next_at    DATETIME(3)  NULL,
  issues     INT          NOT NULL DEFAULT 0,
  again_of   BIGINT       NULL UNIQUE,
  created_at DATETIME(3)  NOT NULL,
  updated_at DATETIME(3)  NOT NULL,
  KEY by_next (next_at),
  KEY by_state (state, id),
  FOREIGN KEY (again_of) REFERENCES mailing (id)
);

-- One going-out of it: kept as it was set off, whatever is edited later. Put into the outbox page by page.
CREATE TABLE issue (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  mailing_id BIGINT       NOT NULL,
  number     INT          NOT NULL,
  list_id    BIGINT       NOT NULL,
  settings   LONGTEXT     NOT NULL CHECK (JSON_VALID(settings)),
  question   LONGTEXT     NOT NULL CHECK (JSON_VALID(question)),
  planned_at DATETIME(3)  NOT NULL,
  begun_at   DATETIME(3)  NOT NULL,
  state      VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  after_id   BIGINT       NOT NULL DEFAULT 0,
  last_id    BIGINT       NOT NULL,
  people     BIGINT       NOT NULL DEFAULT 0,
  decide_at  DATETIME(3)  NULL,
  chosen     CHAR(1)      CHARACTER SET ascii NULL,
  newest     DATETIME(3)  NULL,
  trouble    VARCHAR(300) NULL,
  UNIQUE KEY once (mailing_id, number),
  KEY by_state (state, id),
  KEY by_decision (decide_at),
  FOREIGN KEY (mailing_id) REFERENCES mailing (id),
  FOREIGN KEY (list_id) REFERENCES mailing_list (id)
);

-- When it leaves for readers of a zone (B3).
CREATE TABLE issue_zone (
  issue_id BIGINT      NOT NULL,
  zone     VARCHAR(64) CHARACTER SET ascii NOT NULL,
  due_at   DATETIME(3) NOT NULL,
  PRIMARY KEY (issue_id, zone),
  FOREIGN KEY (issue_id) REFERENCES issue (id)
);

-- Nobody is in the outbox twice for one issue.
ALTER TABLE outbox
  ADD COLUMN issue_id BIGINT  NULL,
  ADD COLUMN version  CHAR(1) CHARACTER SET ascii NULL,
  ADD UNIQUE KEY once_per_issue (issue_id, person_id);

-- All moments are UTC, cut to milliseconds. Addresses and tokens compare by octet, words by language.

CREATE TABLE business (
  id         TINYINT     NOT NULL PRIMARY KEY CHECK (id = 1),
  settings   LONGTEXT    NOT NULL CHECK (JSON_VALID(settings)),
  smtp       LONGTEXT    NULL CHECK (smtp IS NULL OR JSON_VALID(smtp)),
  version    INT         NOT NULL,
  updated_at DATETIME(3) NOT NULL
);

-- Grows by one with every change of what public pages and emails are made from; instances watch it.
CREATE TABLE configuration (
  id      TINYINT NOT NULL PRIMARY KEY CHECK (id = 1),
  version BIGINT  NOT NULL
);
INSERT INTO configuration VALUES (1, 1);

CREATE TABLE secret (
  name  VARCHAR(40)   CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  value VARBINARY(64) NOT NULL
);

CREATE TABLE owner (
  id            BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  email_key     VARCHAR(254) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  password_hash VARCHAR(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  created_at    DATETIME(3)  NOT NULL
);

CREATE TABLE owner_invite (
  token_hash BINARY(32)  NOT NULL PRIMARY KEY,
  expires_at DATETIME(3) NOT NULL
);

CREATE TABLE sign_in_failure (
  id  BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  who BINARY(32)  NOT NULL,
  at  DATETIME(3) NOT NULL,
  KEY by_who (who, at),
  KEY by_age (at)
);

CREATE TABLE stored_file (
  hash       CHAR(64)     CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  size       BIGINT       NOT NULL,
  media_type VARCHAR(127) CHARACTER SET ascii NOT NULL,
  public     BOOLEAN      NOT NULL,
  created_at DATETIME(3)  NOT NULL
);

CREATE TABLE offer (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  slug       VARCHAR(60)  CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  name       VARCHAR(120) NOT NULL,
  kind       VARCHAR(20)  NOT NULL,
  state      VARCHAR(10)  NOT NULL,
  confirm    LONGTEXT     NOT NULL CHECK (JSON_VALID(confirm)),
  hand_over  LONGTEXT     NOT NULL CHECK (JSON_VALID(hand_over)),
  version    INT          NOT NULL,
  created_at DATETIME(3)  NOT NULL,
  updated_at DATETIME(3)  NOT NULL,
  live_since DATETIME(3)  NULL
);

CREATE TABLE offer_file (
  id       BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id BIGINT       NOT NULL,
  hash     CHAR(64)     CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  name     VARCHAR(255) NOT NULL,
  added_at DATETIME(3)  NOT NULL,
  FOREIGN KEY (offer_id) REFERENCES offer (id),
  FOREIGN KEY (hash) REFERENCES stored_file (hash)
);

CREATE TABLE form (
  id       BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id BIGINT      NOT NULL,
  form_key CHAR(16)    CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  shape    VARCHAR(20) NOT NULL,
  settings LONGTEXT    NOT NULL CHECK (JSON_VALID(settings)),
  version  INT         NOT NULL,
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

CREATE TABLE form_view (
  form_id BIGINT NOT NULL,
  day     DATE   NOT NULL,
  views   BIGINT NOT NULL,
  PRIMARY KEY (form_id, day),
  FOREIGN KEY (form_id) REFERENCES form (id)
);

CREATE TABLE person (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  email       VARCHAR(254) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  email_key   VARCHAR(254) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  first_name  VARCHAR(100) NOT NULL,
  state       VARCHAR(20)  CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  state_since DATETIME(3)  NOT NULL,
  zone        VARCHAR(64)  CHARACTER SET ascii NULL,
  sign_ups    INT          NOT NULL DEFAULT 1,
  created_at  DATETIME(3)  NOT NULL,
  KEY by_state (state, id)
);

CREATE TABLE consent_wording (
  id      BIGINT     NOT NULL AUTO_INCREMENT PRIMARY KEY,
  hash    BINARY(32) NOT NULL UNIQUE,
  wording TEXT       NOT NULL
);

CREATE TABLE sign_up (
  id                 BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  person_id          BIGINT       NOT NULL,
  offer_id           BIGINT       NOT NULL,
  form_id            BIGINT       NOT NULL,
  submission_key     CHAR(27)     CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  at                 DATETIME(3)  NOT NULL,
  decision           VARCHAR(20)  CHARACTER SET ascii NOT NULL,
  page               VARCHAR(500) NOT NULL,
  zone               VARCHAR(64)  CHARACTER SET ascii NULL,
  network            VARCHAR(50)  CHARACTER SET ascii NOT NULL,
  consent_wording_id BIGINT       NULL,
  consent_given      BOOLEAN      NOT NULL,
  confirmed_at       DATETIME(3)  NULL,
  confirmed_network  VARCHAR(50)  CHARACTER SET ascii NULL,
  confirmed_by       VARCHAR(40)  NULL,
  UNIQUE KEY once_per_rendered_form (person_id, submission_key),
  KEY by_offer (offer_id, at),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (offer_id) REFERENCES offer (id),
  FOREIGN KEY (form_id) REFERENCES form (id),
  FOREIGN KEY (consent_wording_id) REFERENCES consent_wording (id)
);

CREATE TABLE confirmation (
  token_hash BINARY(32)  NOT NULL PRIMARY KEY,
  sign_up_id BIGINT      NOT NULL,
  created_at DATETIME(3) NOT NULL,
  expires_at DATETIME(3) NOT NULL,
  FOREIGN KEY (sign_up_id) REFERENCES sign_up (id)
);

CREATE TABLE pass (
  id            BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  person_id     BIGINT      NOT NULL,
  offer_id      BIGINT      NOT NULL,
  issued_at     DATETIME(3) NOT NULL,
  expires_at    DATETIME(3) NULL,
  most_uses     INT         NULL,
  uses          INT         NOT NULL DEFAULT 0,
  first_used_at DATETIME(3) NULL,
  KEY by_offer (offer_id, person_id),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- A pass may be reached by several links: one in each email that carries it, and the confirmed page's own.
CREATE TABLE pass_link (
  token_hash BINARY(32) NOT NULL PRIMARY KEY,
  pass_id    BIGINT     NOT NULL,
  FOREIGN KEY (pass_id) REFERENCES pass (id)
);

CREATE TABLE pass_use (
  id      BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  pass_id BIGINT      NOT NULL,
  hash    CHAR(64)    CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  at      DATETIME(3) NOT NULL,
  KEY by_file (pass_id, hash, at),
  FOREIGN KEY (pass_id) REFERENCES pass (id)
);

CREATE TABLE sequence (
  id       BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id BIGINT       NULL UNIQUE,
  name     VARCHAR(120) NOT NULL,
  version  INT          NOT NULL,
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- `rank` keeps its number when other steps come or go (T9); a deleted step stays for the runs that stand on it.
CREATE TABLE step (
  id          BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sequence_id BIGINT      NOT NULL,
  `rank`      BIGINT      NOT NULL,
  ready       BOOLEAN     NOT NULL,
  wait_amount INT         NOT NULL,
  wait_unit   VARCHAR(10) NOT NULL,
  email       LONGTEXT    NOT NULL CHECK (JSON_VALID(email)),
  deleted_at  DATETIME(3) NULL,
  KEY by_sequence (sequence_id, `rank`),
  FOREIGN KEY (sequence_id) REFERENCES sequence (id)
);

-- next_due_at is set only while a run waits for that moment: the index holds what is due, not what has ended.
CREATE TABLE run (
  id           BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sequence_id  BIGINT      NOT NULL,
  person_id    BIGINT      NOT NULL,
  offer_id     BIGINT      NOT NULL,
  started_at   DATETIME(3) NOT NULL,
  anchor_at    DATETIME(3) NOT NULL,
  last_rank    BIGINT      NULL,
  next_step_id BIGINT      NULL,
  next_due_at  DATETIME(3) NULL,
  ended_at     DATETIME(3) NULL,
  end_reason   VARCHAR(20) CHARACTER SET ascii NULL,
  KEY by_due (next_due_at),
  KEY by_sequence (sequence_id, ended_at),
  KEY by_person (person_id, sequence_id),
  FOREIGN KEY (sequence_id) REFERENCES sequence (id),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

CREATE TABLE run_step (
  run_id  BIGINT      NOT NULL,
  step_id BIGINT      NOT NULL,
  at      DATETIME(3) NOT NULL,
  sent_at DATETIME(3) NULL,
  PRIMARY KEY (run_id, step_id),
  KEY by_step (step_id, sent_at),
  FOREIGN KEY (run_id) REFERENCES run (id),
  FOREIGN KEY (step_id) REFERENCES step (id)
);

-- try_at: when a dispatcher may take the row. Claiming moves it to the end of the lease; NULL once settled.
CREATE TABLE outbox (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  message_id VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  kind       VARCHAR(12)  CHARACTER SET ascii NOT NULL,
  person_id  BIGINT       NOT NULL,
  offer_id   BIGINT       NOT NULL,
  step_id    BIGINT       NULL,
  run_id     BIGINT       NULL,
  sign_up_id BIGINT       NULL,
  state      VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  due_at     DATETIME(3)  NOT NULL,
  try_at     DATETIME(3)  NULL,
  claim      VARCHAR(36)  CHARACTER SET ascii NULL,
  failures   INT          NOT NULL DEFAULT 0,
  last_error VARCHAR(500) NULL,
  created_at DATETIME(3)  NOT NULL,
  settled_at DATETIME(3)  NULL,
  KEY by_try (try_at),
  KEY by_person (person_id, kind, created_at),
  KEY by_settled (settled_at),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (offer_id) REFERENCES offer (id),
  FOREIGN KEY (step_id) REFERENCES step (id),
  FOREIGN KEY (run_id) REFERENCES run (id),
  FOREIGN KEY (sign_up_id) REFERENCES sign_up (id)
);

CREATE TABLE event (
  id        BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  at        DATETIME(3) NOT NULL,
  kind      VARCHAR(30) CHARACTER SET ascii NOT NULL,
  person_id BIGINT      NULL,
  offer_id  BIGINT      NULL,
  detail    VARCHAR(500) NOT NULL DEFAULT '',
  KEY by_person (person_id, id),
  KEY by_time (at),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

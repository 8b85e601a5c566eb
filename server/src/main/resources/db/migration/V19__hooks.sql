-- What happened, told to other programs (H1).

-- kinds and offers: by commas; no offers: for all. failing_since: the first failure after the last success.
-- hold_until: nothing is tried before then, while a receiver is down.
CREATE TABLE hook (
  id            BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name          VARCHAR(80)   NOT NULL,
  url           VARCHAR(2000) NOT NULL,
  kinds         VARCHAR(500)  CHARACTER SET ascii NOT NULL,
  offers        TEXT          CHARACTER SET ascii NOT NULL,
  secret        VARCHAR(100)  CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  state         VARCHAR(10)   CHARACTER SET ascii NOT NULL,
  version       INT           NOT NULL,
  made_at       DATETIME(3)   NOT NULL,
  failing_since DATETIME(3)   NULL,
  failures      INT           NOT NULL DEFAULT 0,
  hold_until    DATETIME(3)   NULL,
  removed_at    DATETIME(3)   NULL
);

-- What happened and is to be told, written where it happens; made into messages in its order, by one at a time.
CREATE TABLE hook_happening (
  id        BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  at        DATETIME(3)  NOT NULL,
  kind      VARCHAR(16)  CHARACTER SET ascii NOT NULL,
  person_id BIGINT       NULL,
  offer_id  BIGINT       NULL,
  detail    VARCHAR(500) NOT NULL
);

CREATE TABLE hook_turn (
  id TINYINT NOT NULL PRIMARY KEY
);
INSERT INTO hook_turn (id) VALUES (1);

-- due_at: when it is next tried; none for what waits behind an earlier message about the same person, or is settled.
CREATE TABLE hook_message (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  hook_id     BIGINT       NOT NULL,
  message_id  CHAR(27)     CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  person_id   BIGINT       NULL,
  kind        VARCHAR(16)  CHARACTER SET ascii NOT NULL,
  at          DATETIME(3)  NOT NULL,
  body        MEDIUMTEXT   NOT NULL,
  state       VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  due_at      DATETIME(3)  NULL,
  claim       BIGINT       NOT NULL DEFAULT 0,
  failures    INT          NOT NULL DEFAULT 0,
  tried_at    DATETIME(3)  NULL,
  status      SMALLINT     NULL,
  answer      VARCHAR(500) NULL,
  took_ms     INT          NULL,
  settled_at  DATETIME(3)  NULL,
  KEY due (hook_id, due_at, id),
  KEY in_order (hook_id, person_id, state, id),
  KEY newest (hook_id, id),
  KEY standing (hook_id, state, failures, at),
  KEY by_person (person_id),
  KEY old (settled_at),
  FOREIGN KEY (hook_id) REFERENCES hook (id)
);

-- How many messages about somebody wait, the one being tried included.
CREATE TABLE hook_queue (
  hook_id   BIGINT NOT NULL,
  person_id BIGINT NOT NULL,
  waiting   INT    NOT NULL,
  PRIMARY KEY (hook_id, person_id),
  KEY by_person (person_id)
);

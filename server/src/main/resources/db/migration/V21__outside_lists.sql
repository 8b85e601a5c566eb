-- People handed on to list services elsewhere (H2).

-- settings: which service, list, tags, fields, when, for which offers. gone: fields and tags that are not there any more.
-- catch_up_*: those who were there before; after: up to whom they are marked. left_*: who left there, and up to where that was read.
CREATE TABLE outside_list (
  id               BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  settings         LONGTEXT      NOT NULL CHECK (JSON_VALID(settings)),
  service_key      VARCHAR(3000) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  state            VARCHAR(10)   CHARACTER SET ascii NOT NULL,
  version          INT           NOT NULL,
  made_at          DATETIME(3)   NOT NULL,
  failing_since    DATETIME(3)   NULL,
  failures         INT           NOT NULL DEFAULT 0,
  hold_until       DATETIME(3)   NULL,
  trouble          VARCHAR(10)   CHARACTER SET ascii NULL,
  trouble_words    VARCHAR(500)  NULL,
  gone             TEXT          NOT NULL DEFAULT '[]' CHECK (JSON_VALID(gone)),
  looked_at        DATETIME(3)   NULL,
  catch_up_total   BIGINT        NULL,
  catch_up_marked  BIGINT        NOT NULL DEFAULT 0,
  catch_up_after   BIGINT        NULL,
  left_cursor      VARCHAR(500)  NOT NULL DEFAULT '',
  left_asked_at    DATETIME(3)   NULL,
  removed_at       DATETIME(3)   NULL
);

-- Where somebody stands at an outside list. due_at: something is to be told; claim grows with each telling, and with each change meanwhile.
CREATE TABLE handing_on (
  list_id    BIGINT        NOT NULL,
  person_id  BIGINT        NOT NULL,
  state      VARCHAR(10)   CHARACTER SET ascii NOT NULL,
  due_at     DATETIME(3)   NULL,
  claim      BIGINT        NOT NULL DEFAULT 0,
  failures   INT           NOT NULL DEFAULT 0,
  handed_at  DATETIME(3)   NULL,
  tried_at   DATETIME(3)   NULL,
  request    TEXT          NULL,
  status     SMALLINT      NULL,
  answer     VARCHAR(500)  NULL,
  PRIMARY KEY (list_id, person_id),
  KEY due (list_id, due_at, person_id),
  KEY newest (list_id, tried_at, person_id),
  KEY standing (list_id, state, due_at),
  KEY by_person (person_id),
  FOREIGN KEY (list_id) REFERENCES outside_list (id)
);

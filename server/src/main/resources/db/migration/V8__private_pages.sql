-- A large file on its way, and whether an offer has taken it over.
CREATE TABLE upload (
  id       VARCHAR(60)  CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  offer_id BIGINT       NOT NULL,
  name     VARCHAR(255) NOT NULL,
  size     BIGINT       NOT NULL,
  begun_at DATETIME(3)  NOT NULL,
  finished BOOLEAN      NOT NULL DEFAULT FALSE,
  KEY by_time (begun_at),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- What a person did with a piece of a private page; piece 0 is the page itself, had open for a while.
CREATE TABLE page_progress (
  offer_id  BIGINT        NOT NULL,
  person_id BIGINT        NOT NULL,
  piece     INT           NOT NULL,
  first_at  DATETIME(3)   NOT NULL,
  last_at   DATETIME(3)   NOT NULL,
  played    VARCHAR(3000) CHARACTER SET ascii NOT NULL DEFAULT '',
  share     TINYINT       NOT NULL DEFAULT 0,
  PRIMARY KEY (offer_id, piece, person_id),
  KEY by_person (person_id, offer_id),
  FOREIGN KEY (offer_id) REFERENCES offer (id),
  FOREIGN KEY (person_id) REFERENCES person (id)
);

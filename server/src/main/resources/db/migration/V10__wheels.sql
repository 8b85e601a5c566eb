-- What stood on a wheel when somebody spun it: slices with their prizes, and which had run out.
-- Whatever is edited later, a spin stays what it was, and its chances can be told.
CREATE TABLE wheel_edition (
  id       BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id BIGINT      NOT NULL,
  hash     BINARY(32)  NOT NULL,
  edition  MEDIUMTEXT  NOT NULL,
  made_at  DATETIME(3) NOT NULL,
  UNIQUE KEY once (offer_id, hash),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- Pieces of a slice that are won or reserved. How many there are in all stands in the offer's settings.
CREATE TABLE wheel_stock (
  offer_id BIGINT      NOT NULL,
  slice    VARCHAR(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  taken    INT         NOT NULL,
  PRIMARY KEY (offer_id, slice),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- A mailbox that spun: locked while one spin of it is judged.
CREATE TABLE wheel_mailbox (
  offer_id BIGINT       NOT NULL,
  mailbox  VARCHAR(254) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  asked    INT          NOT NULL,
  PRIMARY KEY (offer_id, mailbox),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- A spin. free_at: the moment at which a reserved prize is free again, unless it is confirmed before.
CREATE TABLE spin (
  id             BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id       BIGINT       NOT NULL,
  form_id        BIGINT       NOT NULL,
  edition_id     BIGINT       NOT NULL,
  submission_key VARCHAR(64)  CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  at             DATETIME(3)  NOT NULL,
  mailbox        VARCHAR(254) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  slice          VARCHAR(12)  CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  won            BOOLEAN      NOT NULL,
  state          VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  free_at        DATETIME(3)  NULL,
  person_id      BIGINT       NOT NULL,
  sign_up_id     BIGINT       NOT NULL,
  counted_at     DATETIME(3)  NULL,
  used_at        DATETIME(3)  NULL,
  given_back     BOOLEAN      NOT NULL DEFAULT FALSE,
  UNIQUE KEY one_per_rendered_form (submission_key),
  KEY of_mailbox (offer_id, mailbox, at),
  KEY by_person (person_id, offer_id, id),
  KEY by_sign_up (sign_up_id),
  KEY in_order (offer_id, id),
  KEY by_state (offer_id, state, id),
  KEY counted (offer_id, edition_id, slice),
  KEY of_late (offer_id, at, slice),
  KEY to_free (state, free_at),
  FOREIGN KEY (offer_id) REFERENCES offer (id),
  FOREIGN KEY (edition_id) REFERENCES wheel_edition (id),
  FOREIGN KEY (person_id) REFERENCES person (id)
);

-- What the shop is still to be told of a winner, one line per address.
CREATE TABLE win_notice (
  id        BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  spin_id   BIGINT       NOT NULL,
  offer_id  BIGINT       NOT NULL,
  address   VARCHAR(254) NOT NULL,
  due_at    DATETIME(3)  NOT NULL,
  tries     INT          NOT NULL DEFAULT 0,
  KEY due (due_at, id),
  FOREIGN KEY (spin_id) REFERENCES spin (id)
);

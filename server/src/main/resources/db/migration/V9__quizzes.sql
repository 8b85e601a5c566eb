-- What a pass stands for where that is personal, by its number in its kind's own tables.
ALTER TABLE pass ADD COLUMN given BIGINT NULL;

-- What a person came to with an offer that is played, for conditions and starts of sequences.
CREATE TABLE result (
  person_id BIGINT      NOT NULL,
  offer_id  BIGINT      NOT NULL,
  result    VARCHAR(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  at        DATETIME(3) NOT NULL,
  PRIMARY KEY (person_id, offer_id),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- A quiz as somebody was shown it: whoever has begun one finishes that one.
CREATE TABLE quiz_edition (
  id       BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id BIGINT      NOT NULL,
  hash     BINARY(32)  NOT NULL,
  quiz     MEDIUMTEXT  NOT NULL,
  made_at  DATETIME(3) NOT NULL,
  UNIQUE KEY once (offer_id, hash),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- A quiz played to its end. It waits for its sign-up under the key of the rendered form, without an owner (0);
-- a sign-up makes it the person's, and one form may sign up more than one: an address may be put right.
CREATE TABLE quiz_play (
  id             BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id       BIGINT      NOT NULL,
  form_id        BIGINT      NOT NULL,
  edition_id     BIGINT      NOT NULL,
  submission_key VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  at             DATETIME(3) NOT NULL,
  outcome        VARCHAR(12) CHARACTER SET ascii COLLATE ascii_bin NULL,
  answers        TEXT        CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  owner          BIGINT      NOT NULL,
  person_id      BIGINT      NULL,
  sign_up_id     BIGINT      NULL,
  given_at       DATETIME(3) NULL,
  counted_at     DATETIME(3) NULL,
  tags_given     TEXT        NULL,
  UNIQUE KEY once_per_rendered_form (submission_key, owner),
  KEY by_person (person_id, offer_id, id),
  KEY by_sign_up (sign_up_id),
  KEY by_offer (offer_id, outcome),
  KEY in_order (offer_id, id),
  FOREIGN KEY (offer_id) REFERENCES offer (id),
  FOREIGN KEY (edition_id) REFERENCES quiz_edition (id),
  FOREIGN KEY (person_id) REFERENCES person (id)
);

-- How far visitors came, counted as it happens; what is counted is in QuizSteps.
CREATE TABLE quiz_step (
  offer_id BIGINT      NOT NULL,
  form_id  BIGINT      NOT NULL,
  site_id  BIGINT      NOT NULL,
  day      DATE        NOT NULL,
  what     VARCHAR(10) CHARACTER SET ascii NOT NULL,
  item     VARCHAR(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  n        BIGINT      NOT NULL,
  PRIMARY KEY (offer_id, form_id, site_id, day, what, item)
);

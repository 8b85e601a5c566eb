-- How far people came with an offer, counted as it happens (N1), so that no look at numbers reads
-- what happened over years. All of it can be made again from what happened (POST /api/numbers/recount).

-- One row a person and offer: the day of their first sign-up for it, and how far they have come.
CREATE TABLE track (
  offer_id    BIGINT  NOT NULL,
  person_id   BIGINT  NOT NULL,
  day         DATE    NOT NULL,
  form_id     BIGINT  NOT NULL,
  confirmed   BOOLEAN NOT NULL,
  handed_over BOOLEAN NOT NULL,
  used        BOOLEAN NOT NULL,
  followed_up BOOLEAN NOT NULL,
  PRIMARY KEY (offer_id, person_id),
  KEY by_person (person_id)
);

-- The same added up by the day of the first sign-up, in the business's zone.
CREATE TABLE track_day (
  day         DATE   NOT NULL,
  offer_id    BIGINT NOT NULL,
  form_id     BIGINT NOT NULL,
  signed_up   BIGINT NOT NULL,
  confirmed   BIGINT NOT NULL,
  handed_over BIGINT NOT NULL,
  used        BIGINT NOT NULL,
  followed_up BIGINT NOT NULL,
  PRIMARY KEY (day, offer_id, form_id)
);

-- Whom something happened to since they were counted. Written with what happened.
CREATE TABLE track_due (
  offer_id  BIGINT NOT NULL,
  person_id BIGINT NOT NULL,
  PRIMARY KEY (offer_id, person_id)
);

-- The zone whose days these are; whoever counts shares this row, whoever makes all anew has it alone.
CREATE TABLE track_zone (
  id   TINYINT     NOT NULL PRIMARY KEY,
  zone VARCHAR(64) CHARACTER SET ascii NOT NULL
);

INSERT INTO track_zone (id, zone) VALUES (1, '');

INSERT IGNORE INTO track_due (offer_id, person_id)
SELECT DISTINCT offer_id, person_id FROM sign_up;

-- Views of a range of days.
ALTER TABLE form_view ADD KEY by_day (day, form_id, views);

-- What is worth trying, and is not to be told any more.
CREATE TABLE hidden_idea (
  idea VARCHAR(60) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  at   DATETIME(3) NOT NULL
);

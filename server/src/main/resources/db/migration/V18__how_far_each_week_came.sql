-- How far those of each day and week have come, and where from (N1): counted person by person
-- beside the track, so that no look at numbers reads what happened over years.

-- The first day on which something of it happened to somebody with an offer.
CREATE TABLE track_mark (
  offer_id  BIGINT      NOT NULL,
  person_id BIGINT      NOT NULL,
  mark      VARCHAR(16) CHARACTER SET ascii NOT NULL,
  day       DATE        NOT NULL,
  PRIMARY KEY (offer_id, person_id, mark)
);

-- By the day of their first sign-up.
CREATE TABLE mark_day (
  day      DATE        NOT NULL,
  offer_id BIGINT      NOT NULL,
  mark     VARCHAR(16) CHARACTER SET ascii NOT NULL,
  people   BIGINT      NOT NULL,
  PRIMARY KEY (day, offer_id, mark)
);

-- Added up by its week, from a Monday.
CREATE TABLE mark_sum (
  week     DATE        NOT NULL,
  offer_id BIGINT      NOT NULL,
  mark     VARCHAR(16) CHARACTER SET ascii NOT NULL,
  people   BIGINT      NOT NULL,
  PRIMARY KEY (week, offer_id, mark)
);

-- By its week, and how many whole weeks later. offer_id 0: all offers together.
CREATE TABLE mark_week (
  week     DATE        NOT NULL,
  offer_id BIGINT      NOT NULL,
  mark     VARCHAR(16) CHARACTER SET ascii NOT NULL,
  after    SMALLINT    NOT NULL,
  people   BIGINT      NOT NULL,
  PRIMARY KEY (week, offer_id, mark, after)
);

-- Where people came from: a site by its host, a campaign by its tags.
CREATE TABLE source (
  id   BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  kind VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  name VARCHAR(300) COLLATE utf8mb4_bin NOT NULL,
  UNIQUE KEY once (kind, name)
);

CREATE TABLE track_source (
  offer_id  BIGINT NOT NULL,
  person_id BIGINT NOT NULL,
  source_id BIGINT NOT NULL,
  PRIMARY KEY (offer_id, person_id, source_id)
);

CREATE TABLE source_day (
  day         DATE   NOT NULL,
  source_id   BIGINT NOT NULL,
  signed_up   BIGINT NOT NULL,
  confirmed   BIGINT NOT NULL,
  handed_over BIGINT NOT NULL,
  used        BIGINT NOT NULL,
  followed_up BIGINT NOT NULL,
  PRIMARY KEY (day, source_id)
);

INSERT IGNORE INTO track_due (offer_id, person_id)
SELECT offer_id, person_id FROM sign_up UNION SELECT offer_id, person_id FROM track;

-- What comes back from people: an answer, or their mailbox's word that an email is unwanted.
ALTER TABLE email_reading
  ADD COLUMN replied_at    DATETIME(3) NULL,
  ADD COLUMN complained_at DATETIME(3) NULL;
ALTER TABLE email_day
  ADD COLUMN replied    BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN complained BIGINT NOT NULL DEFAULT 0;

-- Emails by whole weeks, from their Monday.
CREATE TABLE email_week (
  week           DATE        NOT NULL,
  kind           VARCHAR(12) CHARACTER SET ascii NOT NULL,
  source_id      BIGINT      NOT NULL,
  sent           BIGINT      NOT NULL,
  refused        BIGINT      NOT NULL,
  opened         BIGINT      NOT NULL,
  machine_opened BIGINT      NOT NULL,
  clicked        BIGINT      NOT NULL,
  gone           BIGINT      NOT NULL,
  replied        BIGINT      NOT NULL DEFAULT 0,
  complained     BIGINT      NOT NULL DEFAULT 0,
  PRIMARY KEY (week, kind, source_id)
);

-- All of a kind together, by their day.
CREATE TABLE email_kind_day (
  day    DATE        NOT NULL,
  kind   VARCHAR(12) CHARACTER SET ascii NOT NULL,
  sent   BIGINT      NOT NULL,
  opened BIGINT      NOT NULL,
  PRIMARY KEY (day, kind)
);

CREATE TABLE domain_week (
  week    DATE         NOT NULL,
  domain  VARCHAR(253) NOT NULL,
  sent    BIGINT       NOT NULL,
  refused BIGINT       NOT NULL,
  full    BIGINT       NOT NULL,
  put_off BIGINT       NOT NULL,
  PRIMARY KEY (week, domain)
);

-- Emails by the day they left: the hour of the business's day at which they were opened and clicked.
CREATE TABLE email_hour (
  day     DATE    NOT NULL,
  hour    TINYINT NOT NULL,
  opened  BIGINT  NOT NULL,
  clicked BIGINT  NOT NULL,
  PRIMARY KEY (day, hour)
);

-- And which of their links people pressed.
CREATE TABLE link_day (
  day       DATE        NOT NULL,
  link_id   BIGINT      NOT NULL,
  kind      VARCHAR(12) CHARACTER SET ascii NOT NULL,
  source_id BIGINT      NOT NULL,
  people    BIGINT      NOT NULL,
  PRIMARY KEY (day, link_id, kind, source_id)
);

INSERT INTO email_day_due (day, slot, changes)
SELECT DISTINCT day, 0, 1 FROM email_day
    ON DUPLICATE KEY UPDATE changes = changes + 1;

ALTER TABLE quiz_step ADD KEY by_day (day, offer_id, what);

-- A change that was proposed and made: how it stood then, to say later whether it helped.
CREATE TABLE idea_tried (
  idea      VARCHAR(60)  CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  words     VARCHAR(500) NOT NULL,
  at        DATETIME(3)  NOT NULL,
  successes BIGINT       NOT NULL,
  of        BIGINT       NOT NULL
);

-- Emails by the day they left, counted as they fare (N3), so that no look at numbers reads
-- what happened over years. Whatever becomes of an email has its day counted anew.

-- kind and source_id: a step's, an issue's, or an offer's confirmation or delivery.
CREATE TABLE email_day (
  day            DATE        NOT NULL,
  kind           VARCHAR(12) CHARACTER SET ascii NOT NULL,
  source_id      BIGINT      NOT NULL,
  sent           BIGINT      NOT NULL,
  refused        BIGINT      NOT NULL,
  opened         BIGINT      NOT NULL,
  machine_opened BIGINT      NOT NULL,
  clicked        BIGINT      NOT NULL,
  gone           BIGINT      NOT NULL,
  PRIMARY KEY (day, kind, source_id)
);

-- The same by the domain they went to: whether it took them.
CREATE TABLE domain_day (
  day     DATE         NOT NULL,
  domain  VARCHAR(253) NOT NULL,
  sent    BIGINT       NOT NULL,
  refused BIGINT       NOT NULL,
  full    BIGINT       NOT NULL,
  put_off BIGINT       NOT NULL,
  PRIMARY KEY (day, domain)
);

-- Days to be counted anew. changes: grows with each change, so that one that comes while the day is counted is not lost.
-- slot: any of some, so that those who note changes of one day seldom wait for each other.
CREATE TABLE email_day_due (
  day     DATE    NOT NULL,
  slot    TINYINT NOT NULL,
  changes BIGINT  NOT NULL,
  PRIMARY KEY (day, slot)
);

-- Held by whoever counts.
CREATE TABLE email_day_turn (
  id TINYINT NOT NULL PRIMARY KEY
);
INSERT INTO email_day_turn (id) VALUES (1);

INSERT IGNORE INTO email_day_due (day, slot, changes)
SELECT DISTINCT DATE(settled_at), 0, 1 FROM outbox WHERE settled_at IS NOT NULL
 UNION SELECT DISTINCT DATE(settled_at) - INTERVAL 1 DAY, 0, 1 FROM outbox WHERE settled_at IS NOT NULL
 UNION SELECT DISTINCT DATE(settled_at) + INTERVAL 1 DAY, 0, 1 FROM outbox WHERE settled_at IS NOT NULL;

-- Whole weeks added up, by their Monday: a range of many days reads few rows.
CREATE TABLE track_week (
  week        DATE   NOT NULL,
  offer_id    BIGINT NOT NULL,
  form_id     BIGINT NOT NULL,
  signed_up   BIGINT NOT NULL,
  confirmed   BIGINT NOT NULL,
  handed_over BIGINT NOT NULL,
  used        BIGINT NOT NULL,
  followed_up BIGINT NOT NULL,
  PRIMARY KEY (week, offer_id, form_id)
);
INSERT INTO track_week
SELECT day - INTERVAL WEEKDAY(day) DAY, offer_id, form_id, SUM(signed_up), SUM(confirmed),
       SUM(handed_over), SUM(used), SUM(followed_up)
  FROM track_day
 GROUP BY 1, offer_id, form_id;

CREATE TABLE form_view_week (
  week    DATE   NOT NULL,
  form_id BIGINT NOT NULL,
  views   BIGINT NOT NULL,
  PRIMARY KEY (week, form_id)
);
INSERT INTO form_view_week
SELECT day - INTERVAL WEEKDAY(day) DAY, form_id, SUM(views) FROM form_view GROUP BY 1, form_id;

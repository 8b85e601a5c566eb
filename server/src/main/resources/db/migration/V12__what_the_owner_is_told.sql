-- Who is told what happens (O): each owner, and further addresses once they confirmed.
CREATE TABLE notice_reader (
  id           BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  owner_id     BIGINT       NULL UNIQUE,
  email        VARCHAR(254) NOT NULL,
  email_key    VARCHAR(254) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  version      INT          NOT NULL DEFAULT 1,
  settings     LONGTEXT     NOT NULL,
  created_at   DATETIME(3)  NOT NULL,
  confirmed_at DATETIME(3)  NULL,
  stopped_at   DATETIME(3)  NULL,
  asked_at     DATETIME(3)  NULL,
  -- What digests have told, each up to a moment.
  daily_to     DATETIME(3)  NULL,
  weekly_to    DATETIME(3)  NULL,
  FOREIGN KEY (owner_id) REFERENCES owner (id) ON DELETE CASCADE
);

-- When a further address was asked whether it wants them: as often as anybody is asked to confirm (S4), also when it is
-- removed and added again.
CREATE TABLE notice_asked (
  email_key VARCHAR(254) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  at        DATETIME(3)  NOT NULL,
  KEY by_address (email_key, at)
);

-- What is to be told at once. A row stands until the mail server took its email.
CREATE TABLE notice (
  id        BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  reader_id BIGINT       NOT NULL,
  kind      VARCHAR(12)  CHARACTER SET ascii NOT NULL,
  offer_id  BIGINT       NULL,
  person_id BIGINT       NULL,
  words     VARCHAR(500) NOT NULL,
  at        DATETIME(3)  NOT NULL,
  due_at    DATETIME(3)  NOT NULL,
  -- More than ten within an hour wait for its end and are told in one (O2).
  gathered  BOOLEAN      NOT NULL DEFAULT FALSE,
  tries     INT          NOT NULL DEFAULT 0,
  KEY due (due_at, id),
  KEY by_reader (reader_id, kind, due_at, id),
  KEY by_person (person_id),
  FOREIGN KEY (reader_id) REFERENCES notice_reader (id) ON DELETE CASCADE
);
CREATE TABLE notice_hour (
  reader_id BIGINT      NOT NULL,
  kind      VARCHAR(12) CHARACTER SET ascii NOT NULL,
  began_at  DATETIME(3) NOT NULL,
  told      INT         NOT NULL,
  PRIMARY KEY (reader_id, kind),
  FOREIGN KEY (reader_id) REFERENCES notice_reader (id) ON DELETE CASCADE
);

-- A digest that is due; it is written when it leaves.
CREATE TABLE notice_digest (
  id        BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  reader_id BIGINT      NOT NULL,
  pace      VARCHAR(8)  CHARACTER SET ascii NOT NULL,
  since     DATETIME(3) NOT NULL,
  until     DATETIME(3) NOT NULL,
  due_at    DATETIME(3) NOT NULL,
  tries     INT         NOT NULL DEFAULT 0,
  KEY due (due_at, id),
  FOREIGN KEY (reader_id) REFERENCES notice_reader (id) ON DELETE CASCADE
);

-- What does not work as it should, since when, and until when.
CREATE TABLE trouble (
  trouble_key VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  offer_id    BIGINT       NULL,
  words       VARCHAR(500) NOT NULL,
  href        VARCHAR(200) NOT NULL,
  since       DATETIME(3)  NOT NULL,
  over_at     DATETIME(3)  NULL,
  KEY by_since (since)
);

-- A prize and a quiz's result are things of their own in people's histories.
UPDATE event e JOIN offer o ON o.id = e.offer_id SET e.kind = 'WON' WHERE e.kind = 'GRANTED' AND o.kind = 'WHEEL';
UPDATE event e JOIN offer o ON o.id = e.offer_id SET e.kind = 'QUIZ_FINISHED' WHERE e.kind = 'GRANTED' AND o.kind = 'QUIZ';
-- Digests count what happened in a time.
ALTER TABLE event ADD KEY by_kind (kind, at, offer_id);

-- Addresses that wheels told of their winners go on being told, once they confirm; an owner's own address is told of
-- the rest as every owner's is.
INSERT IGNORE INTO notice_reader (owner_id, email, email_key, settings, created_at, confirmed_at)
SELECT w.owner_id, w.address, LOWER(w.address),
       CONCAT('{"usual":', IF(w.owner_id IS NULL, '{}',
              '{"SIGN_UP":"DAILY","CONFIRMED":"DAILY","LEFT":"DAILY","PRIZE":"DAILY","QUIZ":"DAILY","CODE_USED":"DAILY","ANSWER":"DAILY","TROUBLE":"AT_ONCE"}'),
              ',"offers":[', GROUP_CONCAT(DISTINCT CONCAT('{"offerId":', w.offer_id, ',"paces":{"PRIZE":"AT_ONCE"}}')),
              '],"people":true}'),
       UTC_TIMESTAMP(3), IF(w.owner_id IS NULL, NULL, UTC_TIMESTAMP(3))
  FROM (SELECT o.id AS offer_id, t.address, ow.id AS owner_id
          FROM offer o
          JOIN JSON_TABLE(o.gives, '$.notice.to[*]' COLUMNS (address VARCHAR(254) PATH '$')) t
          LEFT JOIN owner ow ON ow.email_key = LOWER(CONVERT(t.address USING ascii))
         WHERE JSON_VALUE(o.gives, '$.notice.on') IN ('true', '1')) w
 GROUP BY LOWER(w.address);
DROP TABLE win_notice;

-- What a tag is called and was called: what was written down under a former name still finds it. The key it began with
-- stays its key, so that giving it another name changes nothing about the people who have it.
CREATE TABLE tag_name (
  name_key VARCHAR(60) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  tag_key  VARCHAR(60) COLLATE utf8mb4_bin NOT NULL,
  KEY by_tag (tag_key),
  FOREIGN KEY (tag_key) REFERENCES tag (tag_key) ON DELETE CASCADE
);
INSERT INTO tag_name (name_key, tag_key) SELECT tag_key, tag_key FROM tag;

-- What an install does for itself at night: back-ups, and forgetting what is not needed for ever.

-- settings: how, or none as long as the owner has said nothing. planned_since: when nightly back-ups were turned on.
CREATE TABLE IF NOT EXISTS upkeep (
  id            TINYINT     NOT NULL PRIMARY KEY,
  settings      LONGTEXT    NULL CHECK (settings IS NULL OR JSON_VALID(settings)),
  version       INT         NOT NULL,
  planned_since DATETIME(3) NULL
);
INSERT IGNORE INTO upkeep (id, settings, version) VALUES (1, NULL, 0);

-- by_whom: the plan, somebody by hand, or a command. beat_at: whoever makes it says that it goes on.
CREATE TABLE IF NOT EXISTS backup_run (
  id       BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  by_whom  VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  began_at DATETIME(3)  NOT NULL,
  beat_at  DATETIME(3)  NOT NULL,
  ended_at DATETIME(3)  NULL,
  state    VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  place    VARCHAR(600) NOT NULL DEFAULT '',
  kept     BIGINT       NOT NULL DEFAULT 0,
  files    INT          NOT NULL DEFAULT 0,
  octets   BIGINT       NOT NULL DEFAULT 0,
  said     VARCHAR(500) NOT NULL DEFAULT '',
  KEY newest (state, began_at)
);

-- When each kind of what is kept for a while was last looked through, and how much was forgotten since ever.
CREATE TABLE IF NOT EXISTS forgetting (
  kind      VARCHAR(20) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  done_at   DATETIME(3) NOT NULL,
  forgotten BIGINT      NOT NULL
);

ALTER TABLE confirmation ADD KEY IF NOT EXISTS old (expires_at);
ALTER TABLE stored_file ADD COLUMN IF NOT EXISTS unused_since DATETIME(3) NULL;

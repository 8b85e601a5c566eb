-- What works at once can be taken back: a form that was removed stays, unseen, with its key and its views ...
ALTER TABLE form ADD COLUMN removed_at DATETIME(3) NULL;

-- ... and a run that ended remembers from when its wait counted.
ALTER TABLE run ADD COLUMN anchor_before DATETIME(3) NULL;

-- What of the first hour only the owner's screens know: that a test email went, that a rehearsal was looked at.
CREATE TABLE first_step (
  step VARCHAR(20) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  at   DATETIME(3) NOT NULL
);

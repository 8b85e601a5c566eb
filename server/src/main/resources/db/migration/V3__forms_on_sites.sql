-- Forms of every shape, the business's own fields, and the sites the snippet is on.

ALTER TABLE form
  ADD COLUMN is_on      BOOLEAN     NOT NULL DEFAULT TRUE AFTER shape,
  ADD COLUMN created_at DATETIME(3) NOT NULL DEFAULT '2026-01-01' AFTER is_on;
UPDATE form SET shape = 'FULL_PAGE' WHERE shape = 'HOSTED';

-- What people told beside their address and first name; the newest answer counts.
CREATE TABLE person_answer (
  person_id BIGINT      NOT NULL,
  field_key VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  answer    TEXT        NOT NULL,
  at        DATETIME(3) NOT NULL,
  PRIMARY KEY (person_id, field_key),
  FOREIGN KEY (person_id) REFERENCES person (id)
);

-- campaign: the utm_ tags of the page. doubt: why this sign-up was let in with a mark.
ALTER TABLE sign_up
  ADD COLUMN campaign VARCHAR(300) NOT NULL DEFAULT '' AFTER page,
  ADD COLUMN doubt    VARCHAR(30)  CHARACTER SET ascii NULL AFTER network,
  ADD KEY by_form (form_id);

-- A form's first consent box stands with the sign-up, further ones here (S10).
CREATE TABLE further_consent (
  sign_up_id         BIGINT  NOT NULL,
  consent_wording_id BIGINT  NOT NULL,
  given              BOOLEAN NOT NULL,
  PRIMARY KEY (sign_up_id, consent_wording_id),
  FOREIGN KEY (sign_up_id) REFERENCES sign_up (id),
  FOREIGN KEY (consent_wording_id) REFERENCES consent_wording (id)
);

CREATE TABLE site (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_key   CHAR(12)     CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  name       VARCHAR(80)  NOT NULL,
  origin     VARCHAR(300) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  created_at DATETIME(3)  NOT NULL
);

-- Where the snippet and each form were last seen. form_key is empty for the snippet itself; it may name a form that
-- does not exist (any more), which is worth telling.
CREATE TABLE sighting (
  site_id   BIGINT       NOT NULL,
  form_key  VARCHAR(32)  CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  page_hash BINARY(16)   NOT NULL,
  page      VARCHAR(300) NOT NULL,
  seen_at   DATETIME(3)  NOT NULL,
  times     BIGINT       NOT NULL,
  PRIMARY KEY (site_id, form_key, page_hash),
  KEY by_form (form_key, seen_at),
  FOREIGN KEY (site_id) REFERENCES site (id)
);

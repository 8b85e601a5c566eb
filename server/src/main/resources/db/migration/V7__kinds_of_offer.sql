-- What an offer gives: a document per kind that was ever set, by the kind's name (G1).
ALTER TABLE offer
  ADD COLUMN gives LONGTEXT NOT NULL DEFAULT '{}' CHECK (JSON_VALID(gives));

-- The last moment of what a pass stands for, where that ends by itself: a code's last day (T15).
ALTER TABLE pass
  ADD COLUMN ends_at DATETIME(3) NULL;

-- A code. Its terms are fixed when it is first handed out (G2); until then it has none.
CREATE TABLE coupon_code (
  id            BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id      BIGINT       NOT NULL,
  code_key      VARCHAR(60)  CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL UNIQUE,
  shown         VARCHAR(80)  NOT NULL,
  source        VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  state         VARCHAR(10)  CHARACTER SET ascii NOT NULL,
  terms         LONGTEXT     NULL CHECK (JSON_VALID(terms)),
  issued_at     DATETIME(3)  NULL,
  ends_at       DATETIME(3)  NULL,
  uses          INT          NOT NULL DEFAULT 0,
  reason        VARCHAR(200) NOT NULL DEFAULT '',
  withdrawn_at  DATETIME(3)  NULL,
  KEY by_offer (offer_id, state, id),
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- Who was given which code. Without one the person waits for the pool to be filled. The mailbox stands only
-- where it may have no second code (S11, C6).
CREATE TABLE coupon_grant (
  id         BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id   BIGINT       NOT NULL,
  person_id  BIGINT       NOT NULL,
  mailbox    VARCHAR(254) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  code_id    BIGINT       NULL,
  at         DATETIME(3)  NOT NULL,
  seen_at    DATETIME(3)  NULL,
  copied_at  DATETIME(3)  NULL,
  used_at    DATETIME(3)  NULL,
  UNIQUE KEY one_per_mailbox (offer_id, mailbox),
  KEY by_person (person_id, offer_id, id),
  KEY by_code (code_id),
  KEY by_time (offer_id, at),
  FOREIGN KEY (offer_id) REFERENCES offer (id),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (code_id) REFERENCES coupon_code (id)
);

-- An order that a code was used for; released when the order was cancelled.
CREATE TABLE coupon_redemption (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  offer_id    BIGINT       NOT NULL,
  code_id     BIGINT       NOT NULL,
  order_id    VARCHAR(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL UNIQUE,
  subtotal    BIGINT       NOT NULL,
  eligible    BIGINT       NOT NULL,
  currency    VARCHAR(3)   CHARACTER SET ascii NOT NULL,
  discount    BIGINT       NOT NULL,
  at          DATETIME(3)  NOT NULL,
  released_at DATETIME(3)  NULL,
  KEY by_code (code_id, id),
  KEY by_offer (offer_id, at),
  FOREIGN KEY (offer_id) REFERENCES offer (id),
  FOREIGN KEY (code_id) REFERENCES coupon_code (id)
);

-- Uses over all codes of a coupon that may be used so often in all.
CREATE TABLE coupon_total (
  offer_id BIGINT NOT NULL PRIMARY KEY,
  uses     BIGINT NOT NULL,
  FOREIGN KEY (offer_id) REFERENCES offer (id)
);

-- Keys by which programs ask. Shown once, kept as a hash.
CREATE TABLE program_key (
  id           BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name         VARCHAR(80)  NOT NULL,
  token_hash   BINARY(32)   NOT NULL UNIQUE,
  may          VARCHAR(200) CHARACTER SET ascii NOT NULL,
  made_at      DATETIME(3)  NOT NULL,
  last_used_at DATETIME(3)  NULL,
  revoked_at   DATETIME(3)  NULL
);

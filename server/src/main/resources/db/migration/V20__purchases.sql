-- Orders a shop told of, by people who are known (H3). total: in minor units.
CREATE TABLE purchase (
  id        BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  order_id  VARCHAR(100) COLLATE utf8mb4_bin NOT NULL UNIQUE,
  person_id BIGINT       NOT NULL,
  at        DATETIME(3)  NOT NULL,
  total     BIGINT       NOT NULL,
  currency  CHAR(3)      CHARACTER SET ascii NOT NULL,
  KEY by_person (person_id, at),
  FOREIGN KEY (person_id) REFERENCES person (id)
);

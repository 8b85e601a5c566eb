-- Secrets of hooks are encrypted with the next one made; those there are stay as they are until then.
ALTER TABLE hook MODIFY COLUMN secret VARCHAR(300) CHARACTER SET ascii COLLATE ascii_bin NOT NULL;

package jeton.core.segment;

import java.util.Optional;

/** What there is to ask of a person beside what Jeton knows itself: the fields, by their keys. */
@FunctionalInterface
public interface FieldKinds {
  /** What a field is compared as; empty when there is no such field. */
  Optional<FieldKind> of(String key);
}

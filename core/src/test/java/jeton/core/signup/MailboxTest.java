package jeton.core.signup;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** S11: which addresses end up in one mailbox. */
class MailboxTest {

  @ParameterizedTest(name = "{0} with dots for nothing at {1}")
  @CsvSource({
    "Oda.Fenn@binder.example, , oda.fenn@binder.example",
    "oda+@binder.example, , oda@binder.example",
    "oda+wheel+more@binder.example, , oda@binder.example",
    "oda-wheel@binder.example, , oda-wheel@binder.example",
    "+oda+wheel@binder.example, , +oda+wheel@binder.example",
    "o.d.a@binder.example, post.example, o.d.a@binder.example",
    "O.da.fenn+a.b@post.example, post.example, odafenn@post.example",
    "o.d.a@post.example, mail.post.example, o.d.a@post.example",
    "o.d.a@mail.post.example, post.example, o.d.a@mail.post.example",
    "o.d.a@xn--bcher-kva.example, bücher.example, oda@xn--bcher-kva.example",
  })
  void addressesOfOneMailbox_haveOneKey(String address, String dotless, String key) {
    assertThat(Mailbox.key(address, dotless == null ? List.of() : List.of(dotless))).isEqualTo(key);
  }
}

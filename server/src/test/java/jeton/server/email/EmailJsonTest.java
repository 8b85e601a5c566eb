package jeton.server.email;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.stream.Stream;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailColumn;
import jeton.core.email.EmailContent;
import jeton.core.email.SocialLink;
import jeton.server.database.Documents;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.core.JacksonException;

class EmailJsonTest {
  private final Documents documents = new Documents(List.of(new EmailJson()));

  static Stream<EmailBlock> blocks() {
    return Stream.of(
        EmailBlock.text("<p>Hello {{first_name}}</p>"),
        EmailBlock.button(new EmailButton("Look", EmailButton.Target.LINK, "https://q.example")),
        EmailBlock.button(new EmailButton("Open", EmailButton.Target.PASS, "")),
        EmailBlock.picture("abc", "A green notebook", "https://q.example"),
        EmailBlock.fileLink("The plan"),
        EmailBlock.divider(),
        EmailBlock.columns(
            List.of(
                new EmailColumn(List.of(EmailBlock.text("left"), EmailBlock.divider())),
                new EmailColumn(List.of(EmailBlock.incentive("Open it"))))),
        EmailBlock.social(List.of(new SocialLink("Shop", "https://q.example"))),
        EmailBlock.incentive("Open it"));
  }

  @ParameterizedTest
  @MethodSource("blocks")
  void aBlock_comesBackAsItWentIn(EmailBlock block) {
    assertThat(documents.read(documents.write(block), EmailBlock.class)).isEqualTo(block);
  }

  @ParameterizedTest
  @EnumSource(FlatBlock.Kind.class)
  void everyKind_isReadFromAnEmailThatOnlyNamesIt(FlatBlock.Kind kind) {
    EmailContent email =
        documents.read("{\"blocks\":[{\"kind\":\"" + kind + "\"}]}", EmailContent.class);
    assertThat(documents.write(email.blocks().get(0))).contains("\"kind\":\"" + kind + "\"");
  }

  @Test
  void allKinds_areWrittenInOneShape_whereWhatTheyDoNotUseIsEmpty() {
    assertThat(documents.write(EmailBlock.divider()))
        .isEqualTo(
            "{\"kind\":\"DIVIDER\",\"html\":\"\",\"label\":\"\",\"target\":\"NONE\",\"href\":\"\","
                + "\"picture\":\"\",\"alt\":\"\",\"columns\":[],\"links\":[],\"most\":0}");
  }

  @Test
  void aBlockWithoutAKind_isRefused() {
    assertThatThrownBy(() -> documents.read("{\"html\":\"<p>x</p>\"}", EmailBlock.class))
        .isInstanceOfAny(JacksonException.class, IllegalArgumentException.class)
        .hasMessageContaining("needs a kind");
  }
}

package jeton.server.privatepage;

import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.incentive.Part;
import jeton.core.incentive.Shown;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.PageFile;
import jeton.core.privatepage.Piece;
import jeton.server.markup.BodyHtml;

/** Pieces that are open, as they are shown. */
record Drawing(Map<Long, PageFile> files, Addresses to) {

  Part.Piece open(Piece piece) {
    Shown shown = piece.content().accept(new Show(piece.id()));
    return new Part.Piece(piece.title(), note(piece), shown);
  }

  /** What to know beside the title: how long it plays, that it has captions, what file it is. */
  String note(Piece piece) {
    Optional<PageFile> file = piece.content().mainFile().map(files::get);
    if (piece.content() instanceof Content.Recording recording) {
      boolean captions = recording.captions().filter(files::containsKey).isPresent();
      return Stream.of(
              file.map(PageFile::lengthInWords).orElse(""),
              captions ? "with captions" : "",
              recording.words().isEmpty() ? "" : "words to read")
          .filter(words -> !words.isEmpty())
          .collect(Collectors.joining(" · "));
    }
    return file.map(PageFile::name).orElse("");
  }

  private final class Show implements Content.Visitor<Shown> {
    private final int piece;

    Show(int piece) {
      this.piece = piece;
    }

    @Override
    public Shown words(Content.Words words) {
      return new Shown.Writing(BodyHtml.cleaned(words.html()));
    }

    @Override
    public Shown picture(Content.Picture picture) {
      return picture.hash().isEmpty()
          ? new Shown.Writing("")
          : new Shown.Picture(to.picture(picture.hash()), picture.alt());
    }

    @Override
    public Shown file(Content.File file) {
      return file.file()
          .map(files::get)
          .<Shown>map(known -> new Shown.File(known.name(), to.file(known.id())))
          .orElse(new Shown.Writing(""));
    }

    @Override
    public Shown recording(Content.Recording recording) {
      return recording
          .file()
          .map(files::get)
          .<Shown>map(
              file ->
                  new Shown.Recording(
                      file.film(),
                      to.file(file.id()),
                      file.mediaType(),
                      recording.captions().filter(files::containsKey).map(to::file).orElse(""),
                      recording.words(),
                      recording.still().isEmpty() ? "" : to.picture(recording.still()),
                      recording.mayKeep() ? to.file(file.id()) : "",
                      to.told(piece)))
          .orElse(new Shown.Writing(""));
    }

    @Override
    public Shown button(Content.Button button) {
      return button.label().isEmpty() || button.href().isEmpty()
          ? new Shown.Writing("")
          : new Shown.WayOn(button.label(), button.href());
    }

    @Override
    public Shown divider(Content.Divider divider) {
      return new Shown.Line();
    }
  }
}

package jeton.server.intake;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import jeton.server.account.Owners;
import jeton.server.csv.CsvAnswer;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Imports of people over HTTP. */
@RestController
@RequestMapping("/api/imports")
class ImportApi {
  private static final int PAGE = 1000;
  private final Imports imports;
  private final ImportFiles files;
  private final Owners owners;

  ImportApi(Imports imports, ImportFiles files, Owners owners) {
    this.files = files;
    this.owners = owners;
    this.imports = imports;
  }

  @GetMapping
  List<PersonImport> all() {
    return imports.all();
  }

  /** The body is the file itself. */
  @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  PersonImport bringIn(
      @RequestParam String name,
      @Parameter(hidden = true) Principal principal,
      HttpServletRequest request)
      throws IOException {
    String by = owners.email(Long.parseLong(principal.getName())).orElse("an owner");
    return files.bringIn(name, by, request.getInputStream());
  }

  @GetMapping("/{id}")
  PersonImport get(@PathVariable long id) {
    return imports.get(id);
  }

  @PostMapping("/{id}/preview")
  ImportFiles.ImportPreview preview(@PathVariable long id, @RequestBody ImportPlan plan) {
    return files.preview(id, plan);
  }

  @PostMapping("/{id}/check")
  PersonImport check(@PathVariable long id, @RequestBody ImportPlan plan) {
    return imports.check(id, plan);
  }

  @PostMapping("/{id}/start")
  PersonImport start(@PathVariable long id) {
    return imports.start(id);
  }

  @PostMapping("/{id}/cancel")
  PersonImport cancel(@PathVariable long id) {
    return imports.cancel(id);
  }

  @PostMapping("/{id}/take-back")
  PersonImport takeBack(@PathVariable long id) {
    return imports.takeBack(id);
  }

  /** Refused rows with their reasons, as they stood in the file. */
  @GetMapping("/{id}/refused.csv")
  void refused(@PathVariable long id, HttpServletResponse response) throws IOException {
    PersonImport one = imports.get(id);
    List<String> head = new ArrayList<>(List.of("row", "reason"));
    head.addAll(one.plan().columns());
    CsvAnswer.write(
        response,
        new CsvAnswer.Table("refused.csv", head),
        below -> imports.refusals(id, below, PAGE),
        ImportPage.Refusal::row,
        refusal -> {
          List<Object> cells = new ArrayList<>(List.of(refusal.row(), refusal.reason()));
          cells.addAll(List.of(refusal.cells().split("\u001F", -1)));
          return cells;
        });
  }
}

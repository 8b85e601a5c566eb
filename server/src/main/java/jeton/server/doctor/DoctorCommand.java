package jeton.server.doctor;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;

/**
 * {@code jeton doctor}: looks an install over from outside and says what is wrong and how to cure
 * it. Changes nothing; ends with 1 when something does not work.
 */
public final class DoctorCommand {
  private DoctorCommand() {}

  public static void main(String[] args) {
    List<Symptom> found = examine(new Examined(System.getenv(), ""), Clock.systemUTC());
    found.forEach(one -> System.out.println(one.line()));
    long wrong = found.stream().filter(one -> one.level() == Symptom.Level.WRONG).count();
    System.out.println(
        wrong == 0
            ? "Nothing is wrong."
            : wrong + (wrong == 1 ? " thing is" : " things are") + " wrong.");
    System.exit(wrong == 0 ? 0 : 1);
  }

  static List<Symptom> examine(Examined install, Clock clock) {
    List<Symptom> found = new ArrayList<>(new HomeLook(install).look());
    found.addAll(new FilesLook(install).look());
    DatabaseLook database = new DatabaseLook(install, clock);
    found.addAll(database.look());
    found.addAll(new MailLook(install, database).look());
    found.addAll(new ReachLook(install, clock).look());
    return found;
  }
}

package jeton.server;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import java.time.Instant;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The rules of ARCHITECTURE.md, held. */
@AnalyzeClasses(
    packages = "jeton",
    importOptions = {ImportOption.DoNotIncludeTests.class, ArchitectureTest.NoTestJars.class})
class ArchitectureTest {

  /** Tests that other modules use come as a jar of their own. */
  static final class NoTestJars implements ImportOption {
    @Override
    public boolean includes(Location location) {
      return !location.contains("-tests.jar");
    }
  }

  @ArchTest
  static final ArchRule coreKnowsOnlyTheJdkAndMathematics =
      classes()
          .that()
          .resideInAPackage("jeton.core..")
          .should()
          .onlyDependOnClassesThat(
              resideInAnyPackage("java..", "jeton.core..", "javax.crypto..", "org.hipparchus.."));

  @ArchTest
  static final ArchRule capabilitiesFormNoCycle =
      slices().matching("jeton.server.(*)..").should().beFreeOfCycles();

  /** A kind of offer is a room of its own: what it shares with others goes through the face. */
  @ArchTest
  static final ArchRule kindsDoNotKnowEachOther =
      slices()
          .matching("jeton.server.(download|coupon|privatepage|quiz|wheel)..")
          .should()
          .notDependOnEachOther()
          .allowEmptyShould(true);

  /** Nothing outside a kind's room asks it for anything but its face. */
  @ArchTest
  static final ArchRule kindsAreAskedByTheirFaceOnly =
      noClasses()
          .that()
          .resideOutsideOfPackages(
              "jeton.server.download..", "jeton.server.coupon..", "jeton.demo..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("jeton.server.download..", "jeton.server.coupon..");

  @ArchTest
  static final ArchRule rulesFormNoCycle =
      slices().matching("jeton.core.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule storesStayPrivate =
      classes().that().haveSimpleNameEndingWith("Store").should().notBePublic();

  @ArchTest
  static final ArchRule onlyStoresSpeakSql =
      noClasses()
          .that()
          .haveSimpleNameNotEndingWith("Store")
          .and()
          .resideOutsideOfPackage("jeton.server.database..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(
              "java.sql..", "javax.sql..", "org.springframework.jdbc.core.namedparam..")
          .orShould()
          .callMethod(org.springframework.jdbc.core.simple.JdbcClient.class, "sql", String.class);

  @ArchTest
  static final ArchRule serverKnowsNoStandIn =
      noClasses()
          .that()
          .resideInAPackage("jeton.server..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("jeton.standins..", "jeton.demo..");

  @ArchTest
  static final ArchRule timeComesFromTheClock =
      noClasses()
          .that()
          .resideInAnyPackage("jeton.server..", "jeton.core..")
          .should()
          .callMethod(Instant.class, "now");

  @ArchTest
  static final ArchRule coreHasNoClock =
      noClasses()
          .that()
          .resideInAPackage("jeton.core..")
          .should()
          .dependOnClassesThat()
          .areAssignableTo(java.time.Clock.class);

  private static final int MOST_ARGUMENTS = 7;
  private static final int MOST_CLASSES = 25;

  @ArchTest
  static final ArchRule constructorsTakeWhatOneCanRead =
      classes()
          .that()
          .resideInAPackage("jeton.server..")
          .and()
          .areNotRecords()
          .should(
              hold(
                  "have constructors of at most " + MOST_ARGUMENTS + " arguments",
                  type ->
                      type.getConstructors().stream()
                          .allMatch(c -> c.getParameters().size() <= MOST_ARGUMENTS)));

  /** What a class needs stands in its own constructor. */
  @ArchTest
  static final ArchRule nothingIsCarriedInBags =
      noClasses()
          .that()
          .resideInAPackage("jeton.server..")
          .and()
          .areRecords()
          .should()
          .beMetaAnnotatedWith(Component.class);

  @ArchTest
  static void roomsStayRooms(JavaClasses all) {
    Map<String, Long> sizes =
        all.stream()
            .filter(type -> type.getPackageName().startsWith("jeton."))
            .filter(type -> type.isTopLevelClass() && !type.getSimpleName().equals("package-info"))
            .collect(Collectors.groupingBy(JavaClass::getPackageName, Collectors.counting()));
    assertThat(sizes)
        .isNotEmpty()
        .allSatisfy((room, n) -> assertThat(n).isLessThan(MOST_CLASSES + 1));
  }

  private static ArchCondition<JavaClass> hold(String words, Predicate<JavaClass> holds) {
    return new ArchCondition<>(words) {
      @Override
      public void check(JavaClass type, ConditionEvents events) {
        if (!holds.test(type)) {
          events.add(
              SimpleConditionEvent.violated(type, type.getFullName() + " does not " + words));
        }
      }
    };
  }
}

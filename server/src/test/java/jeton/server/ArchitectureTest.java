package jeton.server;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Instant;

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
              resideInAnyPackage("java..", "jeton.core..", "org.hipparchus.."));

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
}

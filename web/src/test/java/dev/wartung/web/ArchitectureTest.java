package dev.wartung.web;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noMethods;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import dev.wartung.web.job.LogBook;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.regex.Pattern;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Controller;

/** The application's own borders. */
@AnalyzeClasses(
        packages = "dev.wartung.web",
        importOptions = {ImportOption.DoNotIncludeTests.class, ArchitectureTest.WrittenByHand.class})
class ArchitectureTest {

    /** Features use each other in one direction only. */
    @ArchTest
    static final ArchRule FEATURES_WITHOUT_CIRCLES =
            slices().matching("dev.wartung.web.(*)..").should().beFreeOfCycles();

    /** The rooms of a job's feature use each other in one direction only, and what they stand on knows none of them. */
    @ArchTest
    static final ArchRule ROOMS_WITHOUT_CIRCLES =
            slices().matching("dev.wartung.web.job.(*)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule ROOMS_STAND_ON_THE_LOG = noClasses()
            .that()
            .resideInAPackage("dev.wartung.web.job")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("dev.wartung.web.job.(*)..");

    /** What happens in a job is written there and nowhere else. */
    @ArchTest
    static final ArchRule ONE_HAND_WRITES_THE_LOG = noClasses()
            .that()
            .resideOutsideOfPackage("dev.wartung.web.job..")
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName(LogBook.class.getName());

    /** A room shows what is asked of it, not how it keeps or draws it. */
    @ArchTest
    static final ArchRule ROOMS_KEEP_THEIR_INSIDES = classes()
            .that()
            .resideInAPackage("dev.wartung.web.job..")
            .and()
            .areAssignableTo(Repository.class)
            .or()
            .areAnnotatedWith(Controller.class)
            .should()
            .notBePublic();

    /** Only the demo knows the demo. */
    @ArchTest
    static final ArchRule DEMO_IS_A_LEAF = noClasses()
            .that()
            .resideOutsideOfPackage("..demo..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("..demo..");

    /** Nothing practised can touch a real record: practice does not even know where they are. */
    @ArchTest
    static final ArchRule PRACTICE_IS_APART = noClasses()
            .that()
            .resideInAPackage("..web.practice..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("..web.job..", "..web.record..", "..web.valve..", "..web.stores..", "..web.due..");

    @ArchTest
    static final ArchRule CONTROLLERS_ARE_NAMED_SO = classes()
            .that()
            .areAnnotatedWith(Controller.class)
            .should()
            .haveSimpleNameEndingWith("Controller")
            .orShould()
            .haveSimpleName("ErrorPage");

    /** Time comes from the one clock. */
    @ArchTest
    static final ArchRule ONE_CLOCK =
            noClasses().should().callMethod(Instant.class, "now").orShould().callMethod(LocalDate.class, "now");

    /** One place knows how days are written and read. */
    @ArchTest
    static final ArchRule ONE_KIND_OF_DATES =
            noClasses().should().dependOnClassesThat().areAssignableTo(DateTimeFormatter.class);

    /** What is made for a file or a screen does not follow the language of the machine. */
    @ArchTest
    static final ArchRule ONE_LANGUAGE = noClasses()
            .should()
            .callMethod(String.class, "format", String.class, Object[].class)
            .orShould()
            .callMethod(String.class, "formatted", Object[].class)
            .orShould()
            .callMethod(String.class, "toLowerCase")
            .orShould()
            .callMethod(String.class, "toUpperCase")
            .orShould()
            .callMethod(DateTimeFormatter.class, "ofPattern", String.class);

    /** Entities change by what happens to them, not by setting their fields. */
    @ArchTest
    static final ArchRule ENTITIES_HAVE_NO_SETTERS = noMethods()
            .that()
            .areDeclaredInClassesThat()
            .areAnnotatedWith(Entity.class)
            .should()
            .haveNameMatching("set[A-Z].*");

    /** Not what is generated ahead of time, to start from. */
    static final class WrittenByHand implements ImportOption {

        private static final Pattern GENERATED = Pattern.compile(".*/[^/]*(__|\\$\\$)[^/]*\\.class");

        @Override
        public boolean includes(Location location) {
            return !location.matches(GENERATED);
        }
    }
}

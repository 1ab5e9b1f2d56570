package dev.wartung.core;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.assignableTo;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noFields;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.message.Days;
import java.time.Clock;
import java.time.format.DateTimeFormatter;
import java.util.Random;
import org.w3c.dom.Node;

/** What keeps the core pure and the judge independent of the judged. */
@AnalyzeClasses(packages = "dev.wartung.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule PLAIN_JAVA = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.springframework..", "jakarta..", "org.hibernate..", "java.sql..", "java.net..");

    /** The bench reads the build only; it must not know how a procedure was derived or what an operation requires. */
    @ArchTest
    static final ArchRule INDEPENDENT_BENCH = noClasses()
            .that()
            .resideInAPackage("..simulation..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("..procedure..")
            .orShould()
            .dependOnClassesThat()
            .areAssignableTo(Operation.class);

    @ArchTest
    static final ArchRule NO_CLOCK_NO_CHANCE = noClasses()
            .should()
            .dependOnClassesThat()
            .areAssignableTo(Clock.class)
            .orShould()
            .dependOnClassesThat()
            .areAssignableTo(Random.class)
            .orShould()
            .callMethod(System.class, "currentTimeMillis");

    /** One place knows how days are written and read. */
    @ArchTest
    static final ArchRule ONE_KIND_OF_DATES = noClasses()
            .that()
            .areNotAssignableTo(Days.class)
            .should()
            .dependOnClassesThat()
            .areAssignableTo(DateTimeFormatter.class);

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

    /**
     * Kept and read by two at once, such a tree gives an attribute as empty now and then: it fills itself in when it is
     * first read.
     */
    @ArchTest
    static final ArchRule NO_PARSERS_TREE_KEPT = noFields().should().haveRawType(assignableTo(Node.class));

    @ArchTest
    static final ArchRule PACKAGES_WITHOUT_CIRCLES =
            slices().matching("dev.wartung.core.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule NO_DRAWERS = classes()
            .should()
            .haveSimpleNameNotEndingWith("Util")
            .andShould()
            .haveSimpleNameNotEndingWith("Utils")
            .andShould()
            .haveSimpleNameNotEndingWith("Manager")
            .andShould()
            .haveSimpleNameNotEndingWith("Helper");
}

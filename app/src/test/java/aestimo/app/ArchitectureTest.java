package aestimo.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.apache.ibatis.annotations.Mapper;
import org.junit.jupiter.api.Test;
import org.springframework.stereotype.Controller;

/** The arrows between modules and features. */
class ArchitectureTest {
    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .withImportOption(location -> !location.contains("-tests.jar"))
            .importPackages("aestimo");

    @Test
    void theCoreUsesTheJdkAlone() {
        classes()
                .that()
                .resideInAPackage("aestimo.core..")
                .should()
                .onlyDependOnClassesThat()
                .resideInAnyPackage("aestimo.core..", "java..", "org.jspecify.annotations..")
                .check(ALL);
        noClasses()
                .that()
                .resideInAPackage("aestimo.core..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("java.io..", "java.nio..", "java.net..", "java.sql..")
                .check(ALL);
        noClasses()
                .that()
                .resideInAPackage("aestimo.core..")
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.time.Clock")
                .check(ALL);
    }

    @Test
    void exchangeKnowsNeitherServerNorDatabase() {
        noClasses()
                .that()
                .resideInAPackage("aestimo.exchange..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("aestimo.app..", "org.springframework..", "java.sql..")
                .check(ALL);
    }

    @Test
    void nothingGoesInCircles() {
        slices().matching("aestimo.core.(*)..").should().beFreeOfCycles().check(ALL);
        slices().matching("aestimo.exchange.(*)..").should().beFreeOfCycles().check(ALL);
        slices().matching("aestimo.app.(*)..").should().beFreeOfCycles().check(ALL);
    }

    @Test
    void mappersAndControllersStayWithinTheirFeature() {
        classes().that().areAnnotatedWith(Mapper.class).should().notBePublic().check(ALL);
        classes()
                .that()
                .areAnnotatedWith(Controller.class)
                .should()
                .notBePublic()
                .check(ALL);
    }

    @Test
    void controllersReachNoMapper() {
        noClasses()
                .that()
                .areAnnotatedWith(Controller.class)
                .should()
                .dependOnClassesThat()
                .areAnnotatedWith(Mapper.class)
                .check(ALL);
    }
}

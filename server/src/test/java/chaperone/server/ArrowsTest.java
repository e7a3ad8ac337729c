package chaperone.server;

import static com.tngtech.archunit.core.domain.properties.CanBeAnnotated.Predicates.annotatedWith;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noMethods;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.springframework.web.bind.annotation.RestController;

@AnalyzeClasses(packages = "chaperone", importOptions = ImportOption.DoNotIncludeTests.class)
class ArrowsTest {

    @ArchTest
    static final ArchRule serverCallsConnectCallsCore = layeredArchitecture()
            .consideringOnlyDependenciesInAnyPackage("chaperone..")
            .layer("server")
            .definedBy("chaperone.server..")
            .layer("connect")
            .definedBy("chaperone.connect..")
            .layer("core")
            .definedBy("chaperone.core..")
            .whereLayer("server")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("connect")
            .mayOnlyBeAccessedByLayers("server")
            .whereLayer("core")
            .mayOnlyBeAccessedByLayers("server", "connect");

    @ArchTest
    static final ArchRule standInsShareNothingWithTheProduct = noClasses()
            .that()
            .resideInAPackage("chaperone.standins..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("chaperone.core..", "chaperone.connect..", "chaperone.server..");

    @ArchTest
    static final ArchRule nobodyDependsOnStandIns = noClasses()
            .that()
            .resideOutsideOfPackage("chaperone.standins..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("chaperone.standins..");

    @ArchTest
    static final ArchRule capabilitiesFormNoCircle =
            slices().matching("chaperone.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule entitiesDoNotLeaveAsJson = noMethods()
            .that()
            .areDeclaredInClassesThat()
            .areAnnotatedWith(RestController.class)
            .and()
            .arePublic()
            .should()
            .haveRawReturnType(annotatedWith(Entity.class));

    @ArchTest
    static final ArchRule timeComesFromTheClock = noClasses()
            .that()
            .resideInAnyPackage("chaperone.server..", "chaperone.core..")
            .should()
            .callMethod(Instant.class, "now");

    @ArchTest
    static final ArchRule controllersAreNobodysService = noClasses()
            .that()
            .areNotAnnotatedWith(RestController.class)
            .and()
            .areTopLevelClasses()
            .should()
            .dependOnClassesThat()
            .areAnnotatedWith(RestController.class);
}

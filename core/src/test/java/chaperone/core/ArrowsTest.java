package chaperone.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;

@AnalyzeClasses(packages = "chaperone.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArrowsTest {

    @ArchTest
    static final ArchRule importsOnlyTheJdkAndItsNamedLibraries = classes()
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage(
                    "chaperone.core..",
                    "java.lang..",
                    "java.io..",
                    "java.math..",
                    "java.nio..",
                    "java.security..",
                    "java.time..",
                    "java.util..",
                    "com.google.re2j..",
                    "inet.ipaddr..",
                    "org.yaml.snakeyaml..",
                    "org.apache.commons.csv..",
                    "com.hubspot.jinjava..",
                    "jinjava.javax.el..",
                    "org.jspecify.annotations..");

    @ArchTest
    static final ArchRule readsNoClock = noClasses()
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .dependOnClassesThat()
            .areAssignableTo(Clock.class);

    @ArchTest
    static final ArchRule userPatternsNeverBacktrack =
            noClasses().should().dependOnClassesThat().resideInAPackage("java.util.regex..");

    @ArchTest
    static final ArchRule packagesFormNoCircle =
            slices().matching("chaperone.core.(*)..").should().beFreeOfCycles();
}

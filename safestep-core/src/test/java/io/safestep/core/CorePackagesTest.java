package io.safestep.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;

@AnalyzeClasses(packages = "io.safestep.core", importOptions = DoNotIncludeTests.class)
class CorePackagesTest {

    @ArchTest
    static final ArchRule noCycles =
            slices().matching("io.safestep.core.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule noFrameworksAndNoInputOrOutput = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..",
                    "jakarta..",
                    "org.hibernate..",
                    "java.sql..",
                    "java.net..",
                    "java.nio.file..");

    @ArchTest
    static final ArchRule noClockOfItsOwn = noClasses()
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis")
            .orShould()
            .callMethod(Clock.class, "systemUTC");
}

package io.safestep.app;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaCall.Predicates.target;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.type;
import static com.tngtech.archunit.core.domain.properties.HasName.Predicates.name;
import static com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import io.safestep.core.config.ConfigEngine;
import org.springframework.data.repository.Repository;
import org.springframework.web.bind.annotation.RestController;

/** The shape of the code, as docs/architecture.md says it. */
@AnalyzeClasses(packages = "io.safestep", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule slicesDoNotGoInCircles =
            slices().matching("io.safestep.app.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule packagesOfOtherModulesDoNotGoInCircles =
            slices().matching("io.safestep.(practice|drivers).(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule modulesPointDownward = noClasses()
            .that()
            .resideInAnyPackage("io.safestep.core..", "io.safestep.drivers..", "io.safestep.practice..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("io.safestep.app..");

    @ArchTest
    static final ArchRule coreStandsAlone = noClasses()
            .that()
            .resideInAPackage("io.safestep.core..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "io.safestep.drivers..", "io.safestep.practice..", "org.springframework..", "jakarta..");

    @ArchTest
    static final ArchRule practiceHasNothingOfTheDrivers = noClasses()
            .that()
            .resideInAPackage("io.safestep.practice..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("io.safestep.drivers..");

    /** The practice side lets the core read configurations for the network model, and nothing more. */
    @ArchTest
    static final ArchRule practiceHasItsOwnInterpreter = noClasses()
            .that()
            .resideInAPackage("io.safestep.practice..")
            .should()
            .callMethodWhere(target(owner(type(ConfigEngine.class))).and(target(not(name("read")))));

    @ArchTest
    static final ArchRule repositoriesStayInTheirSlice = classes()
            .that()
            .areAssignableTo(Repository.class)
            .and()
            .resideInAPackage("io.safestep.app..")
            .should()
            .bePackagePrivate();

    @ArchTest
    static final ArchRule controllersStayInTheirSlice =
            classes().that().areAnnotatedWith(RestController.class).should().bePackagePrivate();
}

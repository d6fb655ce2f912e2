package io.safestep.app;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaCall.Predicates.target;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.simpleName;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.type;
import static com.tngtech.archunit.core.domain.properties.CanBeAnnotated.Predicates.annotatedWith;
import static com.tngtech.archunit.core.domain.properties.HasName.Predicates.name;
import static com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import io.safestep.core.config.ConfigEngine;
import jakarta.persistence.Entity;
import org.springframework.data.repository.Repository;
import org.springframework.web.bind.annotation.RestController;

/** The shape of the code, as docs/architecture.md says it. */
@AnalyzeClasses(
        packages = "io.safestep",
        importOptions = {DoNotIncludeTests.class, ArchitectureTest.WithoutTestJars.class})
class ArchitectureTest {

    /** The tests of this module are run from another one, too, to which they come as an archive. */
    static final class WithoutTestJars implements ImportOption {
        @Override
        public boolean includes(Location location) {
            return !location.contains("-tests.jar");
        }
    }

    @ArchTest
    static final ArchRule slicesDoNotGoInCircles =
            slices().matching("io.safestep.app.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule slicesStandOnTheFloorsOfTheArchitecture =
            classes().that().resideInAPackage("io.safestep.app.(*)..").should(new DocumentedFloors());

    @ArchTest
    static final ArchRule roomsAreUsedInTheirOrderAndThroughTheirDoors =
            classes().that().resideInAPackage("io.safestep..").should(new DocumentedRooms());

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
            .should(new UsedInTheirSlice());

    /** Above the slice of devices, only what is stored with a device refers to it as it is stored; others see snapshots. */
    @ArchTest
    static final ArchRule storedDevicesStayBelow = classes()
            .that()
            .haveSimpleName("StoredDevice")
            .should()
            .onlyHaveDependentClassesThat(resideInAPackage("io.safestep.app.device")
                    .or(annotatedWith(Entity.class))
                    .or(simpleName("ChangeContents"))); // which makes the targets of a change

    /** What reads and writes the tables of a slice is used by nobody else. */
    private static final class UsedInTheirSlice extends ArchCondition<JavaClass> {

        UsedInTheirSlice() {
            super("be used in their own slice alone");
        }

        @Override
        public void check(JavaClass of, ConditionEvents events) {
            of.getDirectDependenciesToSelf().stream()
                    .filter(d -> !slice(d.getOriginClass()).equals(slice(of)))
                    .forEach(d -> events.add(SimpleConditionEvent.violated(of, d.getDescription())));
        }

        /** For example {@code io.safestep.app.run}. */
        private static String slice(JavaClass of) {
            return of.getPackageName().replaceAll("^(io\\.safestep\\.\\w+\\.\\w+).*", "$1");
        }
    }

    @ArchTest
    static final ArchRule controllersStayInTheirSlice =
            classes().that().areAnnotatedWith(RestController.class).should().bePackagePrivate();
}

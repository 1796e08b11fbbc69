package upbeat.herald.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Instant;

@AnalyzeClasses(packages = "upbeat.herald", importOptions = ImportOption.DoNotIncludeTests.class)
class DependInwardTest {
    @ArchTest
    static final ArchRule STAND_INS_ARE_OUTSIDE = noClasses()
            .that()
            .resideInAPackage("upbeat.herald.server..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("upbeat.herald.standins..");

    @ArchTest
    static final ArchRule CORE_KNOWS_NOBODY = classes()
            .that()
            .resideInAPackage("upbeat.herald.core..")
            .should()
            .onlyDependOnClassesThat()
            .resideOutsideOfPackages("upbeat.herald.server..", "upbeat.herald.standins..");

    @ArchTest
    static final ArchRule TIME_IS_INJECTED = noClasses()
            .that()
            .resideInAPackage("upbeat.herald.server..")
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis");

    @ArchTest
    static final ArchRule STORES_HOLD_NO_WORKFLOW = noClasses()
            .that()
            .haveSimpleNameEndingWith("Store")
            .should()
            .dependOnClassesThat()
            .haveSimpleNameEndingWith("Door")
            .orShould()
            .dependOnClassesThat()
            .haveSimpleName("Dispatcher")
            .orShould()
            .dependOnClassesThat()
            .haveSimpleName("TakeIn");
}

package upbeat.herald.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;

@AnalyzeClasses(packages = "upbeat.herald.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule NO_WORLD = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..",
                    "java.sql..",
                    "javax.sql..",
                    "java.net.http..",
                    "jakarta..",
                    "upbeat.herald.server..",
                    "upbeat.herald.standins..");

    @ArchTest
    static final ArchRule NO_CLOCK_OF_ITS_OWN = noClasses()
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .callMethod(Clock.class, "systemUTC")
            .orShould()
            .callMethod(System.class, "currentTimeMillis")
            .orShould()
            .callMethod(java.time.LocalDate.class, "now")
            .orShould()
            .callMethod(java.time.ZonedDateTime.class, "now");

    @ArchTest
    static final ArchRule NO_CHANCE = noClasses()
            .should()
            .callMethod(Math.class, "random")
            .orShould()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.util.Random")
            .orShould()
            .callMethod(java.util.UUID.class, "randomUUID")
            .orShould()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.security.SecureRandom");

    @ArchTest
    static final ArchRule NO_FILES_OR_SOCKETS = noClasses()
            .should()
            .dependOnClassesThat()
            .haveNameMatching("java\\.io\\.(File|FileInputStream|FileOutputStream|FileReader|FileWriter)")
            .orShould()
            .dependOnClassesThat()
            .haveNameMatching("java\\.net\\.(Socket|ServerSocket|URL|URLConnection|HttpURLConnection|InetAddress)")
            .orShould()
            .dependOnClassesThat()
            .resideInAPackage("java.nio.file..");
}

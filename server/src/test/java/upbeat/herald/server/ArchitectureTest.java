package upbeat.herald.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Map;
import java.util.TreeMap;
import org.assertj.core.api.Assertions;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.platform.http.OutboundNetwork;

/** The house: packages in layers, each using only what stands below, and names that say what a class may do. */
@AnalyzeClasses(packages = "upbeat.herald", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    private static final String SERVER = "upbeat.herald.server.";

    /** From the top. What stands in one row does not use its neighbours. */
    private static final String[][] LAYERS = {
        {"api", "simulation"},
        {"desk", "orderview", "messageview", "reach", "rehearsal", "planfile", "subscriber"},
        {"manual", "customerpage"},
        {"ingest", "answer"},
        {"wording", "delivery"},
        {"message"},
        {"notice"},
        {"credit"},
        {"channel", "brand", "carrier", "shopcall"},
        {"order"},
        {"people"},
        {"platform"},
    };

    @ArchTest
    static final ArchRule EACH_LAYER_USES_ONLY_WHAT_STANDS_BELOW = layers();

    private static ArchRule layers() {
        var architecture = layeredArchitecture().consideringOnlyDependenciesInLayers();
        for (String[] row : LAYERS) {
            for (String name : row) architecture = architecture.layer(name).definedBy(SERVER + name + "..");
        }
        for (int i = 0; i < LAYERS.length; i++) {
            for (String name : LAYERS[i]) {
                String[] above = java.util.Arrays.stream(LAYERS)
                        .limit(i)
                        .flatMap(java.util.Arrays::stream)
                        .toArray(String[]::new);
                architecture = above.length == 0
                        ? architecture.whereLayer(name).mayNotBeAccessedByAnyLayer()
                        : architecture.whereLayer(name).mayOnlyBeAccessedByLayers(above);
            }
        }
        return architecture;
    }

    @ArchTest
    static void theDrawnHouseIsTheOneThatStands(JavaClasses ignored) throws IOException {
        String picture = Files.readString(Path.of("../docs/house.svg"));
        for (String[] row : LAYERS) for (String name : row) assertThat(picture).contains(">" + name + "<");
        try (var parts = Files.list(Path.of("../core/src/main/java/upbeat/herald/core"))) {
            assertThat(parts.filter(Files::isDirectory))
                    .allSatisfy(part -> assertThat(picture).contains(">" + part.getFileName() + "<"));
        }
    }

    @ArchTest
    static final ArchRule NO_CIRCLE_OF_SUBJECTS =
            slices().matching(SERVER + "(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule NO_CIRCLE_OF_PACKAGES =
            slices().matching("upbeat.herald.(**)").should().beFreeOfCycles();

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
    static final ArchRule A_REHEARSAL_CANNOT_SEND = noClasses()
            .that()
            .resideInAnyPackage(SERVER + "rehearsal..", "upbeat.herald.core.forecast..")
            .should()
            .transitivelyDependOnClassesThat()
            .belongToAnyOf(Gateway.class, GatewayRegistry.class, OutboundNetwork.class)
            .orShould()
            .transitivelyDependOnClassesThat()
            .resideInAPackage(SERVER + "delivery..")
            .because("it puts messages into words and nothing else");

    @ArchTest
    static final ArchRule TIME_IS_INJECTED = noClasses()
            .that()
            .resideInAPackage("upbeat.herald.server..")
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis");

    @ArchTest
    static final ArchRule SQL_STANDS_IN_REPOSITORIES = noClasses()
            .that()
            .haveSimpleNameNotEndingWith("Repository")
            .and()
            .resideOutsideOfPackage("upbeat.herald.server.platform.persistence..")
            .and()
            .resideInAPackage("upbeat.herald.server..")
            .should()
            .callMethod(JdbcClient.class, "sql", String.class);

    @ArchTest
    static final ArchRule CONTROLLERS_KNOW_NO_DATABASE = noClasses()
            .that()
            .haveSimpleNameEndingWith("Controller")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.springframework.jdbc..", "java.sql..")
            .orShould()
            .dependOnClassesThat()
            .haveSimpleNameEndingWith("DatabaseWriter")
            .orShould()
            .dependOnClassesThat()
            .areAnnotatedWith(org.springframework.stereotype.Repository.class);

    @ArchTest
    static final ArchRule REPOSITORIES_HOLD_NO_WORKFLOW = noClasses()
            .that()
            .haveSimpleNameEndingWith("Repository")
            .should()
            .dependOnClassesThat()
            .haveSimpleNameEndingWith("Controller")
            .orShould()
            .dependOnClassesThat()
            .haveSimpleName("Dispatcher")
            .orShould()
            .dependOnClassesThat()
            .haveSimpleName("DatabaseWriter");

    @ArchTest
    static void noTwoClassesShareAName(JavaClasses all) {
        Map<String, String> seen = new TreeMap<>();
        Map<String, String> twice = new TreeMap<>();
        all.stream()
                .filter(c -> c.isTopLevelClass() && !c.getSimpleName().equals("package-info"))
                .forEach(c -> {
                    String before = seen.putIfAbsent(c.getSimpleName(), c.getName());
                    if (before != null) twice.put(before, c.getName());
                });
        Assertions.assertThat(twice).isEmpty();
    }
}

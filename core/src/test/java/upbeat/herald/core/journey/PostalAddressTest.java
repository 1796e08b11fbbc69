package upbeat.herald.core.journey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.Checks;

class PostalAddressTest {

    /** Source: addresses.json, data of libaddressinput and OpenCage templates by two libraries. */
    @TestFactory
    Stream<DynamicTest> linesByCountry() {
        return Checks.list("addresses.json", "cases")
                .map(v -> DynamicTest.dynamicTest(v.toString(), () -> {
                    List<String> accepted = new ArrayList<>();
                    accepted.add(folded(v.path("lines")));
                    v.path("alsoAccept").forEach(lines -> accepted.add(folded(lines)));
                    Order.ShipTo to = new Order.ShipTo(
                            text(v, "name"),
                            text(v, "street"),
                            text(v, "city"),
                            text(v, "region"),
                            text(v, "postcode"),
                            text(v, "country"));
                    assertThat(PostalAddress.lines(to, UnaryOperator.identity()).stream()
                                    .map(PostalAddressTest::fold)
                                    .toList()
                                    .toString())
                            .isIn(accepted);
                }));
    }

    @Test
    void whatIsMissingLeavesNothingBehind() {
        for (String country : Locale.getISOCountries()) {
            for (int missing = 0; missing < 32; missing++) {
                Order.ShipTo to = new Order.ShipTo(
                        value(missing, 1, "Ann"),
                        value(missing, 2, "2 Quay"),
                        value(missing, 4, "Hobart"),
                        value(missing, 8, "TAS"),
                        value(missing, 16, "7000"),
                        country);
                assertThat(PostalAddress.lines(to, UnaryOperator.identity()))
                        .as("%s %s", country, to)
                        .noneMatch(String::isBlank)
                        .noneMatch(line -> line.matches("^[ ,-].*|.*[ ,-]$|.*( ,|  |--).*"));
            }
        }
    }

    @Test
    void theRegionIsWrittenWithoutItsCountry() {
        Order.ShipTo to = new Order.ShipTo("Ann", "350 Sample Avenue", "Portland", "US-OR", "97201", "US");
        assertThat(PostalAddress.lines(to, UnaryOperator.identity()))
                .containsExactly("Ann", "350 Sample Avenue", "Portland, OR 97201");
    }

    private static @Nullable String value(int missing, int bit, String value) {
        return (missing & bit) == 0 ? value : null;
    }

    private static @Nullable String text(JsonNode v, String name) {
        return v.hasNonNull(name) ? v.path(name).asString() : null;
    }

    private static String folded(JsonNode lines) {
        List<String> all = new ArrayList<>();
        lines.forEach(l -> all.add(fold(l.asString())));
        return all.toString();
    }

    /** Commas, dashes, slashes, double spaces and capitals don't matter, says the file. */
    private static String fold(String line) {
        return line.replaceAll("[,/-]", " ").replaceAll(" +", " ").strip().toLowerCase(Locale.ROOT);
    }
}

package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

/** Decisions worked out by hand, one a line: see {@code decisions.txt}. */
class DecisionTableTest {
    private static List<String[]> rows() {
        try (InputStream in = DecisionTableTest.class.getResourceAsStream("/decisions.txt")) {
            return new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> !line.startsWith("#") && !line.isBlank())
                    .map(line -> line.split("\\|", -1))
                    .toList();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @TestFactory
    Stream<DynamicTest> eachComesToWhatItsReasoningSays() {
        return rows().stream()
                .map(row -> DynamicTest.dynamicTest(row[0].strip(), () -> {
                    DecisionCase decision = new DecisionCase(row[1], row[2], row[3]);
                    String[] times = row[4].split(";");
                    Instant happened = Instant.parse(withSeconds(times[0]));
                    Instant now = times.length > 1 ? Instant.parse(withSeconds(times[1])) : happened;
                    assertThat(describe(decision.decide(happened, now))).isEqualTo(expected(row[5]));
                }));
    }

    @Test
    void thereAreEnoughAndEachIsAnother() {
        assertThat(rows()).hasSizeGreaterThanOrEqualTo(80);
        assertThat(rows().stream().map(r -> r[0]).distinct()).hasSameSizeAs(rows());
        // Every reason that a decision can give stands in it.
        String all = rows().stream().map(r -> r[5].strip()).collect(Collectors.joining(" "));
        assertThat(Stream.of(Reason.Code.values())
                        .filter(c -> c != Reason.Code.STANDS_BY && c != Reason.Code.NO_WORDING)
                        .filter(c -> c != Reason.Code.FIELD_EMPTY && c != Reason.Code.BROKEN)
                        .filter(c -> c != Reason.Code.QUIET && c != Reason.Code.GONE)
                        .filter(c -> c != Reason.Code.DAILY_LIMIT && c != Reason.Code.NO_CREDIT)
                        .filter(c -> c != Reason.Code.MONTH_LIMIT)
                        .map(Enum::name))
                .allSatisfy(code -> assertThat(all).contains(code));
    }

    private static String withSeconds(String time) {
        String text = time.strip();
        return text.length() == "2026-11-24T12:00Z".length() ? text.replace("Z", ":00Z") : text;
    }

    /** A message for each channel, else the reasons, without who merely stands by. */
    private static String describe(Decision decision) {
        if (!decision.messages().isEmpty())
            return decision.messages().stream()
                    .map(m -> m.channel().code() + " " + m.dueAt())
                    .collect(Collectors.joining(", "));
        return decision.notSent().isEmpty()
                ? "none"
                : String.join(
                        " ",
                        decision.notSent().stream()
                                .map(n -> n.reason().code().name())
                                .collect(Collectors.toCollection(TreeSet::new)));
    }

    private static String expected(String cell) {
        return Stream.of(cell.strip().split(", "))
                .map(part -> part.contains(" ")
                        ? part.substring(0, part.indexOf(' ') + 1)
                                + Instant.parse(withSeconds(part.substring(part.indexOf(' ') + 1)))
                        : part)
                .collect(Collectors.joining(", "));
    }
}

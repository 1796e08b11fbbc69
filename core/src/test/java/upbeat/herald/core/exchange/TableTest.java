package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.core.HeraldException;

/**
 * CSV as people save it. Cases: RFC 4180, and files that are known to break things (invented, after naughty-text.json).
 */
class TableTest {
    private static Table read(String text, Charset charset) {
        return CsvTable.read(text.getBytes(charset));
    }

    private static List<SheetRow> rows(Table table) {
        return table.rows(table.match(Map.of()));
    }

    @Test
    void byteOrderMarkSemicolonsAndQuotes() {
        Table table = read(
                "\ufeffOrder number;Name;E-mail;Colour\r\n1;\"Zoë; \"\"Z\"\"\";z@b.example;red\r\n\r\n2;\"two\r\nlines\";;\r\n",
                StandardCharsets.UTF_8);
        assertThat(table.readAs()).isEqualTo("UTF-8 with semicolons");
        assertThat(table.headings()).first().isEqualTo("Order number");
        List<SheetRow> rows = rows(table);
        assertThat(rows).hasSize(2);
        assertThat(rows.get(0).values())
                .isEqualTo(Map.of(
                        SheetColumn.ORDER, "1", SheetColumn.NAME, "Zoë; \"Z\"", SheetColumn.EMAIL, "z@b.example"));
        assertThat(rows.get(1).line()).isEqualTo(4);
        assertThat(rows.get(1).get(SheetColumn.NAME)).isEqualTo("two\r\nlines");
    }

    @Test
    void latinLettersLeadingZerosOldLineEndingsTabsAndSixteenBits() {
        SheetRow row = rows(read(
                        "order,name,tracking number\n007,Zoë,006141411234567890\n", StandardCharsets.ISO_8859_1))
                .get(0);
        assertThat(row.values())
                .isEqualTo(Map.of(
                        SheetColumn.ORDER, "007", SheetColumn.NAME, "Zoë", SheetColumn.TRACKING, "006141411234567890"));
        assertThat(rows(read("order\tname\r1\tAnn\r", StandardCharsets.UTF_8)))
                .singleElement()
                .extracting(r -> r.get(SheetColumn.NAME))
                .isEqualTo("Ann");
        assertThat(rows(read("order,name\n1,Ann\n", StandardCharsets.UTF_16)))
                .singleElement()
                .extracting(r -> r.get(SheetColumn.NAME))
                .isEqualTo("Ann");
    }

    @Test
    void aShortLineIsReportedAndALongOneToo() {
        List<SheetRow> rows = rows(read("order,name,mail\n1,2\n3,4,5,6\n7,8,9,\n", StandardCharsets.UTF_8));
        assertThat(rows.get(0).fault()).contains("2 cells").contains("cut off");
        assertThat(rows.get(1).fault()).contains("more cells");
        assertThat(rows.get(2).fault()).isNull();
    }

    @Test
    void columnsAreRememberedByTheirHeadings() {
        Table table = read("Bestellung,name,status\n1,Ann,x\n", StandardCharsets.UTF_8);
        assertThat(table.match(Map.of())).doesNotContainKey(SheetColumn.ORDER);
        assertThat(table.match(Map.of("bestellung", "order", "status", "")))
                .isEqualTo(Map.of(SheetColumn.ORDER, List.of(0), SheetColumn.NAME, List.of(1)));
    }

    @Test
    void columnsThatAreOneTogetherAreReadAsOne() {
        Table table = read(
                "order,Last name,First name,street,house number,date,time\n1, Tern ,Wren,Quay,7,2026-11-24,14:05\n2,,Ann,Quay,,,\n",
                StandardCharsets.UTF_8);
        Map<SheetColumn, List<Integer>> match = table.match(Map.of());
        assertThat(match.get(SheetColumn.NAME)).containsExactly(2, 1);
        List<SheetRow> rows = table.rows(match);
        assertThat(rows.get(0).get(SheetColumn.NAME)).isEqualTo("Wren Tern");
        assertThat(rows.get(0).get(SheetColumn.STREET)).isEqualTo("Quay 7");
        assertThat(rows.get(0).get(SheetColumn.PLACED_AT)).isEqualTo("2026-11-24 14:05");
        assertThat(rows.get(1).get(SheetColumn.NAME)).isEqualTo("Ann");
        assertThat(rows.get(1).get(SheetColumn.PLACED_AT)).isNull();
    }

    @Test
    void aPartAloneOrAWholeBesideIsTakenAsItIs() {
        assertThat(read("order,first name\n1,Ann\n", StandardCharsets.UTF_8).match(Map.of()))
                .doesNotContainKey(SheetColumn.NAME);
        assertThat(read("order,street,date\n1,Quay 7,2026-11-24\n", StandardCharsets.UTF_8)
                        .match(Map.of()))
                .containsEntry(SheetColumn.STREET, List.of(1))
                .containsEntry(SheetColumn.PLACED_AT, List.of(2));
        Table both = read("order,first name,last name\n1,Ann,Test\n", StandardCharsets.UTF_8);
        assertThat(both.match(Map.of("last name", "", "first name", "name")))
                .as("what a person said goes first")
                .containsEntry(SheetColumn.NAME, List.of(1));
        assertThat(both.match(Map.of(
                        "first name", SheetColumn.NAME.remember(1, 2), "last name", SheetColumn.NAME.remember(0, 2))))
                .as("in the order in which they were joined")
                .containsEntry(SheetColumn.NAME, List.of(2, 1));
        assertThat(both.match(Map.of("first name", "name", "last name", "name")))
                .as("each was the whole in a file of its own: they are not joined")
                .containsEntry(SheetColumn.NAME, List.of(1));
        assertThat(both.match(Map.of("first name", SheetColumn.NAME.remember(0, 2))))
                .as("half of a join is nothing")
                .doesNotContainKey(SheetColumn.NAME);
    }

    @Test
    void headingsAPersonChoseMakeOneColumnInTheirOrder() {
        Table table = read("a,b,c\n1,x,y\n", StandardCharsets.UTF_8);
        Map<SheetColumn, List<Integer>> match =
                table.readMatch(Map.of("order", List.of("a"), "tags", List.of("c", "b")));
        assertThat(table.rows(match).get(0).get(SheetColumn.TAGS)).isEqualTo("y, x");
        assertThatThrownBy(() -> table.readMatch(Map.of("order", List.of("a"), "name", List.of("a"))))
                .hasMessageContaining("used for two columns");
        assertThatThrownBy(() -> table.readMatch(Map.of("order", List.of("z")))).hasMessageContaining("no heading");
        assertThatThrownBy(() -> table.readMatch(Map.of("colour", List.of("a"))))
                .hasMessageContaining("no column");
    }

    @Test
    void saysWhatIsWrong() {
        assertThatThrownBy(() -> read("", StandardCharsets.UTF_8))
                .isInstanceOf(HeraldException.class)
                .hasMessage("The file is empty");
        assertThatThrownBy(() -> rows(read("order,name\n", StandardCharsets.UTF_8)))
                .hasMessageContaining("no rows");
        assertThatThrownBy(() -> CsvTable.read(new byte[] {'P', 'K', 3, 4, 0, 0}))
                .hasMessageContaining("not a CSV");
    }

    /** Source: OWASP, "CSV Injection" (from memory): cells that begin with = + - @, tab or return. */
    @ParameterizedTest
    @CsvSource({
        "=1+1,'''=1+1'",
        "+46701740605,'''+46701740605'",
        "-1,'''-1'",
        "@x,'''@x'",
        "plain,plain",
        "'a,b','\"a,b\"'"
    })
    void noCellIsAFormula(String value, String written) {
        assertThat(SafeCell.toCsvLine(List.of(value))).isEqualTo(written + "\r\n");
        Table back = read("order number\r\n" + SafeCell.toCsvLine(List.of(value)), StandardCharsets.UTF_8);
        assertThat(back.lines().get(0).cells().get(0)).isEqualTo(SafeCell.escape(value));
        if (back.headings().size() == 1)
            assertThat(rows(back).get(0).get(SheetColumn.ORDER))
                    .as("our own reading takes the apostrophe back")
                    .isEqualTo(value);
    }
}

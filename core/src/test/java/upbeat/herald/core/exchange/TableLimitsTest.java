package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.HeraldException;

/** A file is limited while it is read: what is too much is refused before it is held. */
class TableLimitsTest {
    private static Table read(String text) {
        return CsvTable.read(text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void columnsRowsAndLengths() {
        assertThatThrownBy(() -> read(",".repeat(Table.MOST_COLUMNS + 1) + "\n1"))
                .isInstanceOf(HeraldException.class)
                .hasMessageContaining("columns");
        assertThatThrownBy(() -> read("order\n" + "1\n".repeat(Table.MOST_ROWS + 1)))
                .hasMessageContaining("rows");
        assertThatThrownBy(() -> read("order\n\"" + "x".repeat(Table.LONGEST_CELL + 1) + "\""))
                .hasMessageContaining("quotation mark");
        String wide = ",".repeat(150);
        assertThatThrownBy(() -> read((wide + "\n").repeat((int) (Table.MOST_CELLS / 150) + 2)))
                .hasMessageContaining("cells");
        assertThat(read("order,name\n1,Ann").lines()).hasSize(1);
    }
}

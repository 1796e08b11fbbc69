package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.HeraldException;

/** The deviations from RFC 4180 are those that spreadsheets write (common practice, no source). */
class OrderSheetTest {
    private static OrderSheet read(String text, Charset charset) {
        return OrderSheet.read(text.getBytes(charset));
    }

    @Test
    void byteOrderMarkSemicolonsAndQuotes() {
        OrderSheet sheet = read("\ufeffOrder number;Name;E-mail;Colour\r\n1;\"Zoë; \"\"Z\"\"\";z@b.example;red\r\n\r\n2;\"two\r\nlines\";;\r\n", StandardCharsets.UTF_8);
        assertThat(sheet.delimiter()).isEqualTo(";");
        assertThat(sheet.leftOut()).containsExactly("Colour");
        assertThat(sheet.rows()).hasSize(2);
        assertThat(sheet.rows().get(0)).isEqualTo(new SheetRow(2, "1", "Zoë; \"Z\"", "z@b.example", null, null, null, null, null));
        assertThat(sheet.rows().get(1).line()).isEqualTo(4);
        assertThat(sheet.rows().get(1).name()).isEqualTo("two\r\nlines");
    }

    @Test
    void latinLettersAndLeadingZeros() {
        OrderSheet sheet = read("order,name,tracking number\n007,Zoë,006141411234567890\n", StandardCharsets.ISO_8859_1);
        assertThat(sheet.rows().get(0).name()).isEqualTo("Zoë");
        assertThat(sheet.rows().get(0).order()).isEqualTo("007");
        assertThat(sheet.rows().get(0).trackingNumber()).isEqualTo("006141411234567890");
    }

    @Test
    void oldLineEndingsTabsAndSixteenBits() {
        assertThat(read("order\tname\r1\tAnn\r", StandardCharsets.UTF_8).rows()).singleElement().extracting(SheetRow::name).isEqualTo("Ann");
        assertThat(read("order,name\n1,Ann\n", StandardCharsets.UTF_16).rows()).singleElement().extracting(SheetRow::name).isEqualTo("Ann");
    }

    @Test
    void saysWhatIsWrong() {
        assertThatThrownBy(() -> read("", StandardCharsets.UTF_8)).isInstanceOf(HeraldException.class).hasMessage("The file is empty");
        assertThatThrownBy(() -> read("name,mail\nA,b\n", StandardCharsets.UTF_8)).hasMessageContaining("order numbers");
        assertThatThrownBy(() -> read("order,name\n", StandardCharsets.UTF_8)).hasMessageContaining("no rows");
        assertThatThrownBy(() -> OrderSheet.read(new byte[] {'P', 'K', 3, 4, 0, 0})).hasMessageContaining("not a CSV");
    }
}

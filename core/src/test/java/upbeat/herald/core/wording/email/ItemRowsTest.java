package upbeat.herald.core.wording.email;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;

/** What stands in a mail's list of items must add up to what stands under it. */
class ItemRowsTest {
    private static final Wording MAIL = Wording.ofBlocks(
            "Your order",
            null,
            List.of(Block.of("items").withListing(new Block.Listing("order", null)), Block.of("totals")),
            null);

    private static MessageSubject subject(Locale locale, String total, Order.Item... items) {
        MessageSubject s = Samples.subject(Samples.order());
        Order o = s.order();
        Order order = new Order(
                o.shop(),
                o.number(),
                o.placedAt(),
                o.customer(),
                o.shipTo(),
                new Order.Purchase(o.purchase().payment(), "EUR", new BigDecimal(total), List.of(items)),
                o.consent(),
                o.tags());
        return new MessageSubject(
                order, s.parcel(), s.carrier(), s.brand(), s.answers(), locale, s.tracking(), s.days());
    }

    private static Order.Item item(String name, int quantity, String price) {
        return new Order.Item(name, name, quantity, price == null ? null : new BigDecimal(price), null);
    }

    private static BigDecimal amountAtEnd(String line) {
        Matcher m = Pattern.compile("€(\\d+\\.\\d\\d)$").matcher(line.strip());
        assertThat(m.find()).as(line).isTrue();
        return new BigDecimal(m.group(1));
    }

    @Test
    void aLineSaysQuantityNamePriceOfOneAndItsSum() {
        Rendered mail = EmailChannel.EMAIL.render(
                MAIL, subject(Locale.ENGLISH, "46.50", item("Sled kite", 3, "8.30"), item("Reel", 1, "12.00")));
        assertThat(mail.text()).contains("3 x Sled kite (€8.30 each)  €24.90", "1 x Reel  €12.00");
        assertThat(mail.html()).contains("€24.90", "€8.30 each").doesNotContain("€12.00 each");
    }

    @Test
    void theLinesAddUpToTheItemsAndWithTheRestToTheTotal() {
        Rendered mail = EmailChannel.EMAIL.render(
                MAIL, subject(Locale.UK, "100.00", item("A", 3, "8.30"), item("B", 2, "12.05"), item("C", 7, "0.99")));
        List<String> lines = mail.text().lines().toList();
        BigDecimal sum = lines.stream()
                .filter(l -> l.matches("\\s*\\d+ x .*"))
                .map(ItemRowsTest::amountAtEnd)
                .reduce(BigDecimal.ZERO, BigDecimal::add);
        assertThat(sum).isEqualByComparingTo("55.93");
        BigDecimal items = amountAtEnd(find(lines, "Items"));
        BigDecimal rest = amountAtEnd(find(lines, "Shipping"));
        assertThat(items).isEqualByComparingTo(sum);
        assertThat(items.add(rest)).isEqualByComparingTo(amountAtEnd(find(lines, "Total")));
    }

    private static String find(List<String> lines, String begin) {
        return lines.stream().filter(l -> l.startsWith(begin)).findFirst().orElseThrow();
    }

    @Test
    void withoutAPriceALineSaysNone() {
        Rendered mail = EmailChannel.EMAIL.render(MAIL, subject(Locale.ENGLISH, "5.00", item("Gift", 2, null)));
        assertThat(mail.text()).contains("2 x Gift").doesNotContain("each", "null");
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de", "fr", "es", "it", "nl", "sv", "pl"})
    void thePriceOfOneIsSaidInEachLanguage(String language) {
        Locale locale = Locale.forLanguageTag(language);
        Rendered mail = EmailChannel.EMAIL.render(MAIL, subject(locale, "46.50", item("X", 3, "8.30")));
        String one =
                mail.text().lines().filter(l -> l.contains("3 x X")).findFirst().orElseThrow();
        assertThat(one).as("price of one in brackets, the sum behind").matches(".*\\(.*8[.,]30.*\\).*24[.,]90.*");
        assertThat(one).doesNotContain("{0}", "??");
    }
}

package upbeat.herald.core.journey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.Samples;

class SearchTermsTest {
    @Test
    void numbersAreFoundAsTheyAreReadOut() {
        Order order = Samples.order();
        String words = SearchTerms.termsOf(order, List.of("HOP 0041 7738 2"));
        assertThat(words.split(" ")).contains(order.number(), "HOP004177382", "7382", "0041");
        assertThat(words)
                .contains(
                        order.customer().phone().substring(1),
                        PhoneNumbers.nationalNumber(order.customer().phone()).orElseThrow(),
                        order.customer().email());
    }

    @Test
    void aSearchIsNeverAnExpression() {
        assertThat(SearchTerms.toQuery("ottoline")).isEqualTo("\"ottoline\"*");
        assertThat(SearchTerms.toQuery("QK-20871")).isEqualTo("(\"QK-20871\"* OR \"QK20871\"*)");
        assertThat(SearchTerms.toQuery("hop 0041")).isEqualTo("(\"hop\"* AND \"0041\"*) OR \"HOP0041\"*");
        assertThat(SearchTerms.toQuery("a\" OR words:*")).isEqualTo("\"a\"\"\"* AND \"OR\"* AND \"words:*\"*");
        assertThat(SearchTerms.toQuery(" -- ")).isNull();
        assertThat(SearchTerms.toQuery(null)).isNull();
    }
}

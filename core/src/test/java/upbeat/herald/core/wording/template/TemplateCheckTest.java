package upbeat.herald.core.wording.template;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.Samples.order;
import static upbeat.herald.core.Samples.subject;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingPurpose;
import upbeat.herald.core.wording.sms.SmsChannel;

class TemplateCheckTest {
    private static List<WordingError> errors(String text) {
        return WordingCheck.findErrors(
                new WordingPurpose(Stage.DISPATCHED, null), SmsChannel.SMS, new Wording(null, text));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Hi {{#customer.name}}x{{/customer.name}}",
                "Hi {{#order.items}}x{{/order.items}}",
                "Hi {{^customer.name}}x{{/customer.name}}",
                "Hi {{{customer.name}}}",
                "Hi {{& customer.name}}",
                "Hi {{> other}}",
                "Hi {{no.such}}",
                "Hi {{#each order.items}}x{{/each}}"
            })
    void whatWouldSurpriseIsRefusedWhenItIsSaved(String text) {
        assertThat(errors(text)).isNotEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Hi {{#if customer.name}}{{customer.name}}{{/if}}",
                "Hi {{#unless customer.name}}you{{/unless}}",
                "Hi {{fallback customer.name \"\"}}!",
                "Hi {{fallback customer.name \"you\"}}"
            })
    void whatIsPlainIsTaken(String text) {
        assertThat(errors(text)).isEmpty();
    }

    @Test
    void anEmptyFallbackLeavesNothing() {
        Order o = order();
        Order nameless = new Order(
                o.shop(),
                o.number(),
                o.placedAt(),
                Order.Customer.NOBODY,
                o.shipTo(),
                o.purchase(),
                o.consent(),
                o.tags());
        assertThat(SmsChannel.SMS
                        .render(new Wording(null, "Hi {{fallback customer.name \"\"}}!"), subject(nameless))
                        .text())
                .isEqualTo("Hi !");
    }

    @Test
    void aNameCantTurnTheSentenceAround() {
        Order o = order();
        Order turned = new Order(
                o.shop(),
                o.number(),
                o.placedAt(),
                new Order.Customer("Ann\u202egnp.exe\u2066", null, null, null),
                o.shipTo(),
                o.purchase(),
                o.consent(),
                o.tags());
        assertThat(SmsChannel.SMS
                        .render(new Wording(null, "Hi {{customer.name}}, hello"), subject(turned))
                        .text())
                .isEqualTo("Hi Anngnp.exe, hello");
    }
}

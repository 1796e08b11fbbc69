package upbeat.herald.core.wording;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static upbeat.herald.core.Samples.*;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import upbeat.herald.core.Checks;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.chat.ChatContent;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.template.EmptyFieldException;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.core.wording.template.LazyValues;

class RenderTest {
    private static final Wording MAIL = new Wording(
            "{{order.number}} is on its way",
            "Hello {{fallback customer.firstName \"there\"}},\n\n{{parcel.items}} left us.\n\n{{block.items}}\n\n{{block.parcel}}\n\n{{block.question}}\n\nSee you,\n{{brand.name}}");

    @Test
    void aMailHoldsBothBodiesWithTheSameLinks() {
        Rendered mail = EmailChannel.EMAIL.render(MAIL, subject(order()));
        assertThat(mail.subject()).isEqualTo("QK-1 is on its way");
        assertThat(mail.text())
                .contains(
                        "Hello Ottoline,",
                        "1 Box kite left us.",
                        "Skerry Post: RX473124829XS",
                        "https://track.skerry-post.example/RX473124829XS?to=AU",
                        "Yes, pack it: https://q.example/a/T?b=confirm",
                        "1 Slipway");
        assertThat(mail.html())
                .contains(
                        "https://track.skerry-post.example/RX473124829XS?to=AU",
                        "alt=\"Box kite\"",
                        "See you,<br>Quillfeather Kites",
                        "b=cancel")
                .doesNotContain("Ribbon tail", "{{");
    }

    @Test
    void nobodyIsSentToAnAddressThatIsNotSet() {
        MessageSubject set = subject(order("Ann", "a@b.example", null, "AU", Payment.PREPAID, null));
        Wording contact = new Wording(null, "Contact us: {{fallback brand.phone brand.email}}");
        assertThat(SmsChannel.SMS.render(contact, set).text()).isEqualTo("Contact us: +46 31 390 06 01");
        assertThat(SmsChannel.SMS
                        .render(contact, withBrand(set, "help@kites.example"))
                        .text())
                .isEqualTo("Contact us: help@kites.example");
        // The domain stands for none: RFC 2606, section 2.
        assertThatThrownBy(() -> SmsChannel.SMS.render(contact, withBrand(set, "orders@localhost.invalid")))
                .isInstanceOf(EmptyFieldException.class)
                .hasMessageContaining("complete the order or the brand");
    }

    private static MessageSubject withBrand(MessageSubject s, String senderAddress) {
        Brand brand = new Brand(
                "Kites",
                Brand.Sender.of(senderAddress, "Kites"),
                Brand.Contact.NONE,
                Brand.Look.ofColour("#2d2142"),
                "en");
        return new MessageSubject(
                s.order(), s.parcel(), s.carrier(), brand, s.answers(), s.locale(), s.tracking(), s.days());
    }

    @Test
    void aMissingValueTakesItsFallbackOrHoldsTheMessage() {
        Order nameless = order(null, "a@b.example", null, "AU", Payment.PREPAID, null);
        assertThat(EmailChannel.EMAIL.render(MAIL, subject(nameless)).text()).startsWith("Hello there,");
        assertThatThrownBy(
                        () -> SmsChannel.SMS.render(new Wording(null, "Hi {{customer.firstName}},"), subject(nameless)))
                .isInstanceOf(EmptyFieldException.class)
                .hasMessageContaining("customer.firstName");
        assertThat(SmsChannel.SMS
                        .render(
                                new Wording(null, "Hi{{#if customer.firstName}} {{customer.firstName}}{{/if}}!"),
                                subject(nameless))
                        .text())
                .isEqualTo("Hi!");
    }

    @Test
    void aChatMessageIsATemplateWithNumbers() {
        Rendered chat = ChatChannel.WHATSAPP.render(
                new Wording(
                        null,
                        "Hello {{customer.firstName}}, {{order.items}} for {{order.total}}. Yours, {{customer.firstName}}?"),
                subject(order()));
        assertThat(ChatContent.in(chat).template().body()).isEqualTo("Hello {{1}}, {{2}} for {{3}}. Yours, {{1}}?");
        assertThat(ChatContent.in(chat).parameters())
                .containsExactly("Ottoline", "1 Box kite and 2 Ribbon tail", "A$84.50");
        assertThat(chat.text()).isEqualTo("Hello Ottoline, 1 Box kite and 2 Ribbon tail for A$84.50. Yours, Ottoline?");
    }

    @TestFactory
    Stream<DynamicTest> namesThatBreakThings() {
        return Checks.list("naughty-text.json", "own_naughty_names")
                .map(n -> n.asString())
                .map(name -> DynamicTest.dynamicTest(name.length() > 20 ? name.substring(0, 20) : name, () -> {
                    Order order = order(name, "a@b.example", "+46701740605", "AU", Payment.PREPAID, null);
                    Rendered mail = EmailChannel.EMAIL.render(
                            new Wording("For {{customer.name}}", "Hello {{customer.name}}."), subject(order));
                    assertThat(mail.subject()).doesNotContain("\r", "\n").startsWith("For ");
                    assertThat(mail.html()).doesNotContain("<b>").contains("Hello ");
                    assertThat(mail.text())
                            .contains(Texts.removeDirectionControls(name)
                                    .replaceAll("[\\p{Cntrl}\\s]+", " ")
                                    .strip())
                            .doesNotContainPattern("[\u202a-\u202e\u2066-\u2069]");
                }));
    }

    @Test
    void unknownFieldsAreRefusedWithLineAndColumn() {
        assertThat(faults("Hello,\n\nyour {{order.nubmer}}"))
                .containsExactly(new WordingError(3, 8, "There is no field named order.nubmer"));
        assertThat(faults("{{#if customer.name}}x")).singleElement().satisfies(f -> assertThat(f.message())
                .contains("braces"));
        assertThat(faults("{{{customer.name}}}")).isNotEmpty();
        assertThat(faults("{{> other}}")).isNotEmpty();
        assertThat(faults("{{lookup customer \"name\"}}")).isNotEmpty();
        assertThat(faults("Hello {{block.items}} x")).singleElement().satisfies(f -> assertThat(f.message())
                .contains("must be alone"));
        assertThat(faults("{{fallback customer.name \"you\"}} {{#unless order.total}}free{{/unless}}"))
                .isEmpty();
        assertThat(WordingCheck.findErrors(
                        notice(Stage.ORDERED, SmsChannel.SMS).purpose(),
                        SmsChannel.SMS,
                        new Wording(null, "{{parcel.trackingNumber}}")))
                .singleElement()
                .satisfies(f -> assertThat(f.message()).contains("no parcel yet"));
    }

    private static List<WordingError> faults(String text) {
        return WordingCheck.findErrors(
                notice(Stage.DELIVERED, EmailChannel.EMAIL).purpose(), EmailChannel.EMAIL, new Wording("x", text));
    }

    @Test
    void aQuestionNeedsItsButtonsAndAChatItsLimits() {
        Notice asks = asking(notice(Stage.ORDERED, SmsChannel.SMS));
        assertThat(WordingCheck.findErrors(asks.purpose(), SmsChannel.SMS, new Wording(null, "Is it yours?")))
                .singleElement()
                .satisfies(f -> assertThat(f.message()).contains("answer.link"));
        assertThat(WordingCheck.findErrors(
                        asks.purpose(), ChatChannel.WHATSAPP, new Wording(null, "{{customer.firstName}} hello")))
                .isNotEmpty();
        assertThat(WordingCheck.findErrors(
                        asks.purpose(),
                        ChatChannel.WHATSAPP,
                        new Wording(null, "Hi {{customer.firstName}} {{order.number}} ok")))
                .isNotEmpty();
        assertThat(WordingCheck.findErrors(asks.purpose(), ChatChannel.WHATSAPP, new Wording(null, "x".repeat(1025))))
                .isNotEmpty();
        assertThat(WordingCheck.findErrors(
                        asks.purpose(), ChatChannel.WHATSAPP, new Wording(null, "Hi {{#if order.number}}x{{/if}} ok")))
                .isNotEmpty();
        assertThat(WordingCheck.findErrors(
                        asks.purpose(), ChatChannel.WHATSAPP, new Wording(null, "Hi {{customer.firstName}}, yours?")))
                .isEmpty();
    }

    @Test
    void everySampleOfTheCatalogueIsAValueTheCatalogueKnows() {
        MessageSubject one = subject(order());
        MessageSubject oneOfTwo = new MessageSubject(
                one.order(),
                one.parcel(),
                one.carrier(),
                one.brand(),
                one.answers(),
                one.locale(),
                new MessageSubject.Tracking(
                        List.of("HOP 0041 7738 2", "RX473124829XS"),
                        1,
                        "https://q.example/t/1",
                        true,
                        new MessageSubject.Pages(
                                "https://q.example/o/1", "https://q.example/o/1/c.ics", "https://q.example/u/1"),
                        new MessageSubject.Returned(
                                "CP400000179XS", one.order().purchase().items(), "https://q.example/o/1/returns/1")),
                one.days());
        Map<String, LazyValues> values = FieldValues.collect(oneOfTwo, false);
        Fields.ALL.forEach(f -> assertThat(values.get(f.name().split("\\.")[0]))
                .as(f.name())
                .containsKey(f.name().split("\\.")[1]));
    }
}

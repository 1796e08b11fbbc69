package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.assertj.core.api.InstanceOfAssertFactories;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.core.exchange.mapping.ListPointer;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.core.exchange.mapping.MappingProposer;
import upbeat.herald.core.exchange.mapping.Pointer;
import upbeat.herald.core.exchange.mapping.Step;
import upbeat.herald.core.journey.Stage;

class MappingTest {
    private static JsonNode json(String text) {
        return JsonMapper.builder()
                .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
                .build()
                .readTree(text);
    }

    private static Mapping.Read read(Map<String, Pointer> fields, String document) {
        return new Mapping(null, fields, Map.of(), Map.of()).readOrder(json(document));
    }

    private static Pointer at(String path, Step... steps) {
        return new Pointer(path, List.of(steps));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "TRIM||' a '|a",
                "DIGITS||+46 (0)70-1|460701",
                "PHONE|SE|070-174 06 05|+46701740605",
                "PHONE||0046701740605|+46701740605",
                "CENTS||8450|84.50",
                "CENTS|0|900|900",
                "CENTS|3|12345|12.345",
                "DATE|dd.MM.yyyy HH:mm Europe/Stockholm|24.11.2026 14:05|2026-11-24T13:05:00Z",
                "DATE|d.M.yyyy UTC|1.2.2026|2026-02-01T12:00:00Z",
                "DATE|unix|1800000000|2027-01-15T08:00:00Z",
                "DATE|yyyy-MM-dd'T'HH:mmXXX|2026-11-24T14:05+01:00|2026-11-24T13:05:00Z"
            })
    void formatters(String kind, String argument, String value, String wanted) {
        Mapping.Read read = read(
                Map.of("number", at("$.n"), "shipTo.street", at("$.v", new Step(Step.Kind.valueOf(kind), argument))),
                "{\"n\":\"1\",\"v\":\"" + value + "\"}");
        assertThat(read.faults()).isEmpty();
        assertThat(read.order().get("shipTo")).isEqualTo(Map.of("street", wanted));
    }

    @Test
    void chainsTablesAndManyValues() {
        String document =
                "{\"first\":\" Ann \",\"last\":\"Lee\",\"phones\":[\"\",\"070-174 06 05\"],\"to\":\"Sverige\",\"id\":7}";
        Mapping.Read read = read(
                Map.of(
                        "number",
                        at("$.id"),
                        "customer.name",
                        at("$['first','last']", new Step(Step.Kind.JOIN, " ")),
                        "shipTo.country",
                        at("$.to", new Step(Step.Kind.TABLE, "Sverige=SE\nNorge=NO")),
                        "customer.phone",
                        at("$.phones[*]", new Step(Step.Kind.FIRST, null), new Step(Step.Kind.PHONE, null))),
                document);
        assertThat(read.faults()).isEmpty();
        assertThat(read.order())
                .containsEntry("number", "7")
                .containsEntry("customer", Map.of("name", "Ann Lee", "phone", "+46701740605"));
    }

    @Test
    void listsRepeatByThemselves() {
        Mapping mapping = new Mapping(
                null,
                Map.of("number", at("$.id")),
                Map.of(
                        "items",
                        new ListPointer("$.lines[*]", Map.of("name", at("$.title"), "quantity", at("$.qty"))),
                        "parcels",
                        new ListPointer("$.sent[*]", Map.of("trackingNumber", at("$.no"), "status", at("$.s")))),
                Map.of("on road", "in-transit"));
        Mapping.Read read = mapping.readOrder(
                json(
                        "{\"id\":\"1\",\"lines\":[{\"title\":\"A\",\"qty\":2},{\"title\":\"B\"}],\"sent\":[{\"no\":\"X1\",\"s\":\"On road\"},{\"s\":\"?\"},{\"no\":\"X2\",\"s\":\"moon\"}]}"));
        assertThat(read.order().get("items"))
                .isEqualTo(List.of(Map.of("name", "A", "quantity", "2"), Map.of("name", "B", "quantity", "1")));
        assertThat(read.parcels())
                .containsExactly(Map.of("trackingNumber", "X1", "stage", "in-transit"), Map.of("trackingNumber", "X2"));
        assertThat(read.notes()).containsExactly("Status word \"moon\": choose the stage it stands for");
    }

    @Test
    void whatFindsNothingSaysSo() {
        assertThat(read(Map.of("number", at("$.order.id")), "{\"id\":1}").faults())
                .singleElement()
                .asString()
                .contains("$.order.id isn't in this request");
        assertThat(read(Map.of(), "{}").faults()).singleElement().asString().contains("no value chosen");
        assertThat(read(
                                Map.of(
                                        "number",
                                        at("$.id"),
                                        "placedAt",
                                        at("$.d", new Step(Step.Kind.DATE, "dd.MM.yyyy"))),
                                "{\"id\":1,\"d\":\"soon\"}")
                        .notes())
                .singleElement()
                .asString()
                .contains("\"soon\" isn't a date");
        assertThat(new Mapping(null, Map.of("number", at("$..[?(")), Map.of(), Map.of("x", "moon")).check())
                .hasSize(2);
        assertThat(Mapping.EMPTY.check()).singleElement().asString().contains("Order number");
        for (String odd : List.of("null", "[]", "3", "{\"id\":null}"))
            assertThat(read(Map.of("number", at("$.id")), odd).faults()).as(odd).isNotEmpty();
    }

    /** A made-up shop whose document is nested deeply and holds several orders. */
    @Test
    void aProposalFindsAStrangersOrder() {
        String document = """
                {"orders":[{"id":99812,"name":"#1007","email":"bea@customer.example","created_at":"2026-11-24T10:00:00+01:00","fulfillment_status":"shipped","currency":"EUR","total_price":"112.00","tags":"vip, first",
                "billing_address":{"name":"Somebody Else","phone":"030 1","country_code":"FR"},"shipping_address":{"name":"Beata Korb","address1":"1 Kai","city":"Husum","zip":"25813","country_code":"DE","phone":"0171 39200 12"},
                "line_items":[{"sku":"BK","title":"Box kite","quantity":1,"price":"112.00"}],"fulfillments":[{"tracking_company":"Hopgate Couriers","tracking_number":"HOP 0041 7738 2","status":"in_transit"}]}]}""";
        Mapping mapping = MappingProposer.propose(json(document));
        assertThat(mapping.each()).isEqualTo("$.orders[*]");
        Mapping.Read read =
                mapping.readOrder(mapping.splitOrders(json(document)).get(0));
        assertThat(read.faults()).isEmpty();
        assertThat(read.order())
                .containsEntry("total", "112.00")
                .containsEntry("tags", List.of("vip", "first"))
                .containsEntry(
                        "shipTo",
                        Map.of(
                                "name",
                                "Beata Korb",
                                "street",
                                "1 Kai",
                                "city",
                                "Husum",
                                "postcode",
                                "25813",
                                "country",
                                "DE"));
        assertThat(read.order().get("customer"))
                .asInstanceOf(InstanceOfAssertFactories.MAP)
                .containsEntry("phone", "+491713920012")
                .containsEntry("email", "bea@customer.example");
        assertThat(read.parcels())
                .containsExactly(Map.of(
                        "carrier", "Hopgate Couriers", "trackingNumber", "HOP 0041 7738 2", "stage", "in-transit"));
        assertThat(read.stage()).isEqualTo(Stage.DISPATCHED);
    }

    @Test
    void amountsAreReadAsPeopleWriteThem() {
        Mapping.Read read = read(
                Map.of(
                        "number",
                        at("$.n"),
                        "total",
                        at("$.v"),
                        "shipTo.street",
                        at("$.v", new Step(Step.Kind.AMOUNT, null))),
                "{\"n\":\"1\",\"v\":\"1.234,50 kr\"}");
        assertThat(read.notes()).isEmpty();
        assertThat(read.order()).containsEntry("total", "1234.50").containsEntry("shipTo", Map.of("street", "1234.50"));
    }

    @ParameterizedTest
    @CsvSource({
        "24.11.2026 14:05, 2026-11-24T14:05:00Z",
        "24/11/2026, 2026-11-24T12:00:00Z",
        "1800000000, 2027-01-15T08:00:00Z"
    })
    void theFirstOfSeveralDateFormatsThatFitsIsUsed(String written, String wanted) {
        Pointer pointer = at(
                "$.v",
                new Step(Step.Kind.TRIM, null),
                new Step(Step.Kind.DATE, "dd.MM.yyyy HH:mm UTC"),
                new Step(Step.Kind.DATE, "dd/MM/yyyy UTC"),
                new Step(Step.Kind.DATE, "unix"));
        String document = "{\"n\":\"1\",\"v\":\" " + written + " \"}";
        assertThat(read(Map.of("number", at("$.n"), "placedAt", pointer), document)
                        .order())
                .containsEntry("placedAt", wanted);
        assertThat(read(Map.of("number", at("$.n"), "placedAt", pointer), "{\"n\":\"1\",\"v\":\"soon\"}")
                        .notes())
                .singleElement(InstanceOfAssertFactories.STRING)
                .contains("\"soon\" isn't a date in any of these formats", "dd/MM/yyyy UTC", "saved without it");
    }

    @Test
    void aValueThatCantBeReadIsLeftOutAndTheOrderIsRead() {
        Map<String, Pointer> fields = Map.of(
                "number", at("$.no"),
                "total", at("$.sum"),
                "customer.phone", at("$.tel", new Step(Step.Kind.PHONE, "SE")),
                "customer.name", at("$.who"));
        Mapping.Read read = read(fields, "{\"no\":\"A-1\",\"sum\":\"free\",\"tel\":\"n/a\",\"who\":\"Ann\"}");
        assertThat(read.faults()).isEmpty();
        assertThat(read.order())
                .containsEntry("customer", Map.of("name", "Ann"))
                .doesNotContainKey("total");
        assertThat(read.notes())
                .containsExactlyInAnyOrder(
                        "Total: \"free\" isn't an amount. The order was saved without it",
                        "Customer phone: \"n/a\" isn't a valid phone number. The order was saved without it");
        assertThat(read(Map.of("number", at("$.x")), "{}").faults())
                .as("but for its number")
                .isNotEmpty();
    }

    /** Documents made up in the manner of shops (common practice, no source). */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{'name':'Ann Lee','ordernr':'K-1007','totals':{'grand':'84,50'},'payment':{'type':'Nachnahme'},'tags':['gift','rush'],'lines':[{'articleno':'BK-1','title':'Kite','qty':2,'price':'42,25'}]}|$.ordernr|$.totals.grand|$.payment.type|$.tags[*]|$.articleno",
                "{'recipient':{'name':'Ann Lee','no':'7'},'orderref':'R 5','total_amount':84.5,'paid_by':'card','keywords':'gift, rush','items':[{'code':'BK-1','name':'Kite','quantity':2}]}|$.orderref|$.total_amount|$.paid_by|$.keywords|$.code",
                "{'no':20900,'sum':'1.234,50 kr','pay_by':'COD','labels':['a'],'articles':[{'item_no':'5','description':'Reel','count':1}]}|$.no|$.sum|$.pay_by|$.labels[*]|$.item_no",
                "{'order_code':'A-9','total':{'amount':'84.50','currency':'EUR'},'gateway':'bank','positions':[{'ref':'RT-4','title':'Tail','pieces':3}]}|$.order_code|$.total.amount|$.gateway||$.ref"
            })
    void proposesNumberTotalPaymentTagsAndArticles(
            String sample, String number, String total, String payment, String tags, String sku) {
        Mapping mapping = MappingProposer.propose(json(sample.replace('\'', '"')));
        assertThat(mapping.fields().get("number").path()).isEqualTo(number);
        assertThat(mapping.fields().get("total").path()).isEqualTo(total);
        assertThat(mapping.fields().get("payment").path()).isEqualTo(payment);
        if (tags == null) assertThat(mapping.fields()).doesNotContainKey("tags");
        else assertThat(mapping.fields().get("tags").path()).isEqualTo(tags);
        assertThat(mapping.lists().get("items").fields().get("sku").path()).isEqualTo(sku);
    }

    @Test
    void aPersonsNameIsNeverAnOrdersNumber() {
        Mapping mapping = MappingProposer.propose(json("{\"name\":\"Ann Lee\",\"email\":\"ann@customer.example\"}"));
        assertThat(mapping.fields()).doesNotContainKey("number").containsKey("customer.name");
    }
}

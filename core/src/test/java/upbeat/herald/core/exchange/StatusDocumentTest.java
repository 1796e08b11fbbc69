package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.StandardCodes;

class StatusDocumentTest {
    private static byte[] file(String name) throws IOException {
        try (InputStream in = StatusDocumentTest.class.getResourceAsStream("/checks/" + name)) {
            return in.readAllBytes();
        }
    }

    private static JsonNode json(String name) throws IOException {
        return JsonMapper.shared().readTree(file(name));
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /** Source: iftsta.json; the statuses listed there by hand, envelope and counts judged by staedi 1.26.0. */
    @TestFactory
    Stream<DynamicTest> interchanges() throws IOException {
        return json("iftsta.json").path("files").properties().stream()
                .map(f -> DynamicTest.dynamicTest(f.getKey(), () -> {
                    byte[] body = file("iftsta/" + f.getKey());
                    if (!f.getValue().path("expectValid").asBoolean()) {
                        assertThatThrownBy(() -> Iftsta.read(body)).isInstanceOf(HeraldException.class);
                        return;
                    }
                    StatusDocument read = Iftsta.read(body);
                    assertThat(read.bad()).isEmpty();
                    List<String> wanted = f.getValue()
                            .path("expectedStatuses")
                            .valueStream()
                            .map(s -> s.path("consignment").asString() + " rec24:"
                                    + s.path("status").asString() + " "
                                    + s.path("when").get(0).asString())
                            .toList();
                    assertThat(read.scans())
                            .extracting(e ->
                                    e.scan().trackingNumber() + " " + e.scan().code() + " "
                                            + e.scan().when().local().replaceAll("\\D", ""))
                            .zipSatisfy(wanted, (is, want) -> assertThat(is).startsWith(want));
                }));
    }

    @Test
    void whatStandsBesideAStatusIsRead() throws IOException {
        List<StatusScan> scans = Iftsta.read(file("iftsta/good-3-consignments.edi")).scans().stream()
                .map(StatusDocument.Entry::scan)
                .toList();
        assertThat(scans.get(0).carrier()).isEqualTo("CARRIER1");
        assertThat(scans.get(0).place()).isEqualTo("LYS");
        assertThat(scans.get(1).text())
                .as("release characters are taken away")
                .isEqualTo("Left with O'Brien at No. 5: signed");
        assertThat(scans.get(2).when().local())
                .as("a day alone is taken at noon")
                .isEqualTo("2026-11-24T12:00");
    }

    @Test
    void aStatusThatIsWrongKeepsNoOtherOut() {
        String edi =
                "UNB+UNOC:3+A:14+B:14+261124:0930+R'UNH+1+IFTSTA:D:01B:UN'BGM+23+D+9'CNI+1+P1'STS+1+24'CNI+2+P2'STS+1+21'DTM+334:202611241530:203'CNI+3+P3'STS+1+21'DTM+334:2026112:203'UNT+11+1'UNZ+1+R'";
        StatusDocument read = Iftsta.read(bytes(edi));
        assertThat(read.scans()).singleElement().satisfies(e -> assertThat(e.index())
                .isEqualTo(1));
        assertThat(read.bad()).extracting(StatusDocument.Bad::index).containsExactly(0, 2);
        assertThatThrownBy(() -> Iftsta.read(bytes("hello"))).isInstanceOf(HeraldException.class);
        assertThatThrownBy(() -> Iftsta.read(new byte[0])).isInstanceOf(HeraldException.class);
        assertThatThrownBy(() -> Iftsta.read(bytes(edi.replace("IFTSTA", "ORDERS"))))
                .hasMessageContaining("ORDERS");
        assertThatThrownBy(() -> Iftsta.read(bytes(edi.replace("UNT+11", "UNT+10"))))
                .hasMessageContaining("damaged");
    }

    /** Source: epcis.json, document made and validated by epcis2.js 2.7.3 with the published schema. */
    @Test
    void anEpcisDocumentOfAnIndependentLibrary() throws IOException {
        JsonNode document = json("epcis.json").path("document");
        StatusDocument read = Epcis.read(bytes(document.toString()));
        assertThat(read.bad()).isEmpty();
        JsonNode events = document.path("epcisBody").path("eventList");
        assertThat(read.scans()).hasSize(events.size());
        for (int i = 0; i < events.size(); i++) {
            StatusScan scan = read.scans().get(i).scan();
            assertThat(scan.trackingNumber()).as("SSCC of the GS1 example").isEqualTo("106141412345678908");
            assertThat(scan.code())
                    .isEqualTo("cbv:" + events.get(i).path("bizStep").asString() + "/"
                            + events.get(i).path("disposition").asString());
            assertThat(scan.when().at())
                    .isEqualTo(Instant.parse(events.get(i).path("eventTime").asString()));
            assertThat(scan.when().day()).isEqualTo("2026-11-24");
        }
    }

    /**
     * Source: epcis.json, stageMap (a reading of the CBV's definitions, from memory), its words put into ours. What it
     * calls lost, damaged or failed is left unread here on purpose.
     */
    @Test
    void stepsMeanStages() throws IOException {
        Map<String, String> ours = Map.ofEntries(
                Map.entry("created", "packed"),
                Map.entry("packed", "packed"),
                Map.entry("awaiting-collection", "packed"),
                Map.entry("picked-up", "dispatched"),
                Map.entry("shipped", "dispatched"),
                Map.entry("departed", "in-transit"),
                Map.entry("in-transit", "in-transit"),
                Map.entry("arrived", "in-transit"),
                Map.entry("held", "delayed"),
                Map.entry("out-for-delivery", "out-for-delivery"),
                Map.entry("delivered", "delivered"),
                Map.entry("collected-at-point", "delivered"),
                Map.entry("returned", "returned"),
                Map.entry("failed-attempt", "-"),
                Map.entry("damaged", "-"),
                Map.entry("lost", "-"));
        for (JsonNode line : json("epcis.json").path("stageMap")) {
            String code = "cbv:" + line.path("bizStep").asString() + "/"
                    + line.path("disposition").asString();
            assertThat(StandardCodes.findStage(code).map(s -> s.code()).orElse("-"))
                    .as(code)
                    .isEqualTo(ours.get(line.path("stage").asString()));
        }
    }

    private static StatusDocument epcis(String... events) {
        return Epcis.read(bytes("{\"type\":\"EPCISDocument\",\"schemaVersion\":\"2.0\",\"epcisBody\":{\"eventList\":["
                + String.join(",", events) + "]}}"));
    }

    private static String event(String type, String more) {
        return "{\"type\":\"" + type
                + "\",\"eventTime\":\"2026-11-24T08:00:00Z\",\"eventTimeZoneOffset\":\"+00:00\",\"bizStep\":\"shipping\","
                + more
                + "}";
    }

    /** GS1 EPCIS 2.0, 7.4.1.2 (error declarations) and 7.4.2 (action). */
    @Test
    void whatTakesBackAnEventIsNeverReadAsOne() {
        StatusDocument read = epcis(
                event("ObjectEvent", "\"action\":\"DELETE\",\"epcList\":[\"urn:uuid:x1\"]"),
                event(
                        "ObjectEvent",
                        "\"action\":\"OBSERVE\",\"epcList\":[\"urn:uuid:x2\"],\"errorDeclaration\":{\"declarationTime\":\"2026-11-24T09:00:00Z\"}"),
                event("ObjectEvent", "\"action\":\"OBSERVE\",\"epcList\":[\"urn:uuid:x3\"]"));
        assertThat(read.scans()).extracting(e -> e.scan().trackingNumber()).containsExactly("x3");
        assertThat(read.bad())
                .extracting(StatusDocument.Bad::reason)
                .satisfiesExactly(r -> assertThat(r).contains("DELETE"), r -> assertThat(r)
                        .contains("takes back"));
    }

    @Test
    void aUnitAndWhatIsOnItMoveTogether() {
        StatusDocument read = epcis(
                event(
                        "AggregationEvent",
                        "\"action\":\"ADD\",\"parentID\":\"urn:epc:id:sscc:0614141.1234567890\",\"childEPCs\":[\"urn:uuid:x1\"]"));
        assertThat(read.scans()).extracting(e -> e.scan().trackingNumber()).containsExactly("106141412345678908", "x1");
        assertThat(epcis(event("AggregationEvent", "\"action\":\"ADD\",\"parentID\":\"urn:uuid:x2\""))
                        .scans())
                .hasSize(1);
    }

    @Test
    void everyPrefixOfTheVocabulary() {
        for (String step : List.of(
                "shipping",
                "cbv:BizStep-shipping",
                "cbv:shipping",
                "urn:epcglobal:cbv:bizstep:shipping",
                "https://ref.gs1.org/cbv/BizStep-shipping",
                "https://ns.gs1.org/voc/Bizstep-shipping"))
            assertThat(epcis(event("ObjectEvent", "\"action\":\"OBSERVE\",\"epcList\":[\"urn:uuid:x\"]")
                                    .replace("\"shipping\"", "\"" + step + "\""))
                            .scans()
                            .get(0)
                            .scan()
                            .code())
                    .as(step)
                    .isEqualTo("cbv:shipping");
    }

    @Test
    void aDocumentNestedTooDeepIsRefusedInWords() {
        assertThatThrownBy(() -> Epcis.read(bytes("[".repeat(200_000) + "]".repeat(200_000))))
                .isInstanceOf(HeraldException.class)
                .hasMessageContaining("isn't valid JSON");
    }

    private static StatusScan iftsta(String unb, String prepared, String dtm, String text) {
        String edi = "UNB+" + unb + "+A:14+B:14+" + prepared
                + ":0930+R'UNH+1+IFTSTA:D:01B:UN'BGM+23+D+9'CNI+1+P1'STS+1+24'DTM+334:" + dtm + "'FTX+AAI+++" + text
                + "'UNT+7+1'UNZ+1+R'";
        StatusDocument read = Iftsta.read(bytes(edi));
        assertThat(read.bad()).isEmpty();
        return read.scans().get(0).scan();
    }

    /** UN/EDIFACT code list 2379: 303 is CCYYMMDDHHMMZZZ, ZZZ the time zone (from memory). */
    @Test
    void aTimeWithItsZone() {
        for (String zoned :
                List.of("202611241530UTC:303", "202611241630CET:303", "202611241630?+01:303", "202611241030-0500:303"))
            assertThat(iftsta("UNOC:3", "261124", zoned, "x").when().at())
                    .as(zoned)
                    .isEqualTo(Instant.parse("2026-11-24T15:30:00Z"));
        assertThat(iftsta("UNOC:3", "261124", "202611241530:303", "x").when().local())
                .isEqualTo("2026-11-24T15:30");
    }

    /** ISO 9735: syntax identifiers UNOW and UNOY are ISO 10646, written as UTF-8 here; syntax version 4. */
    @Test
    void lettersOfTheInterchangesOwnCharacterSet() {
        assertThat(iftsta("UNOW:4", "20261124", "202611241530:203", "Łódź").text())
                .isEqualTo("Łódź");
        assertThat(iftsta("UNOY:3", "261124", "202611241530:203", "Łódź").text())
                .isEqualTo("Łódź");
        byte[] latin =
                "UNB+UNOC:3+A:14+B:14+261124:0930+R'UNH+1+IFTSTA:D:01B:UN'BGM+23+D+9'CNI+1+P1'STS+1+24'DTM+334:202611241530:203'FTX+AAI+++Málaga'UNT+7+1'UNZ+1+R'"
                        .getBytes(StandardCharsets.ISO_8859_1);
        assertThat(Iftsta.read(latin).scans().get(0).scan().text()).isEqualTo("Málaga");
    }

    @Test
    void nothingAtAllGetsAWordAboutWhatToSend() {
        assertThatThrownBy(() -> Iftsta.read(new byte[0])).hasMessageContaining("IFTSTA interchange");
        assertThatThrownBy(() -> Iftsta.read(bytes("  \r\n"))).hasMessageContaining("IFTSTA interchange");
    }

    @Test
    void vocabularyAndIdentifiersInEveryNotation() {
        String document = """
                {"type":"EPCISDocument","schemaVersion":"2.0","epcisBody":{"eventList":[
                {"type":"ObjectEvent","action":"OBSERVE","eventTime":"2026-11-24T23:30:00+01:00","eventTimeZoneOffset":"+05:00","bizStep":"https://ns.gs1.org/cbv/BizStep-accepting","epcList":["https://id.gs1.org/00/106141412345678908","urn:uuid:x1"]},
                {"type":"AggregationEvent","action":"ADD","eventTime":"2026-11-24T23:30:00Z","eventTimeZoneOffset":"+00:00","bizStep":"urn:epcglobal:cbv:bizstep:departing","disposition":"urn:epcglobal:cbv:disp:in_transit","childEPCs":["urn:epc:id:sscc:0614141.0123456789"]},
                {"type":"ObjectEvent","eventTime":"2026-11-24T23:30:00Z","eventTimeZoneOffset":"+00:00","bizStep":"accepting","epcList":["x"]},
                {"type":"ObjectEvent","action":"ADD","eventTime":"2026-11-24T23:30:00Z","eventTimeZoneOffset":"+15:00","bizStep":"accepting","epcList":["x"]},
                {"type":"ObjectEvent","action":"ADD","eventTime":"yesterday","eventTimeZoneOffset":"+01:00","bizStep":"accepting","epcList":["x"]},
                {"type":"TransactionEvent","action":"ADD"}]}}""";
        StatusDocument read = Epcis.read(bytes(document));
        assertThat(read.scans())
                .extracting(e -> e.scan().trackingNumber())
                .containsExactly("106141412345678908", "x1", "006141411234567890");
        assertThat(read.scans().get(0).scan().when().day())
                .as("the day where it happened")
                .isEqualTo("2026-11-25");
        assertThat(read.scans().get(2).scan().code()).isEqualTo("cbv:departing/in_transit");
        assertThat(read.bad()).extracting(StatusDocument.Bad::index).containsExactly(2, 3, 4, 5);
        assertThatThrownBy(() -> Epcis.read(bytes("[]"))).isInstanceOf(HeraldException.class);
        assertThatThrownBy(() -> Epcis.read(bytes("{"))).hasMessageContaining("JSON");
        assertThatThrownBy(() -> Epcis.read(bytes("{\"type\":\"EPCISDocument\",\"schemaVersion\":\"1.2\"}")))
                .hasMessageContaining("1.2");
    }

    @org.junit.jupiter.api.Test
    void theDayOfDeliveryThatAnInterchangeAnnounces() {
        String edi =
                "UNB+UNOC:3+A:14+B:14+261124:0930+R'UNH+1+IFTSTA:D:01B:UN'BGM+23+D+9'CNI+1+X1'STS+1+21'DTM+334:202611241255:203'DTM+17:202612041200:203'STS+1+24'DTM+334:202611241355:203'STS+1+31'DTM+334:202611241455:203'DTM+17:soon:102'UNT+12+1'UNZ+1+R'";
        assertThat(Iftsta.read(edi.getBytes(java.nio.charset.StandardCharsets.ISO_8859_1))
                        .scans())
                .extracting(e -> e.scan().expectedOn())
                .containsExactly(java.time.LocalDate.parse("2026-12-04"), null, null);
    }
}

package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Random;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.core.exchange.mapping.MappingProposer;

/**
 * Whatever comes in, a reader gives a result or a reason for people; it never breaks. Seeded, so that a failure
 * repeats.
 */
class BrokenInputTest {
    private static byte[] file(String name) {
        try (InputStream in = BrokenInputTest.class.getResourceAsStream("/checks/" + name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static final String MARKS = "'+:?\"{}[],;\n\u0000";

    /** The file with some bytes changed, dropped, doubled or cut off. */
    private static byte[] broken(byte[] file, Random random) {
        StringBuilder text = new StringBuilder(new String(file, StandardCharsets.ISO_8859_1));
        int changes = 1 + random.nextInt(6);
        for (int i = 0; i < changes && text.length() > 10; i++) {
            int at = random.nextInt(text.length() - 1);
            switch (random.nextInt(5)) {
                case 0 -> text.setCharAt(at, (char) random.nextInt(256));
                case 1 -> text.deleteCharAt(at);
                case 2 -> text.insert(at, text.substring(at, Math.min(text.length(), at + 20)));
                case 3 -> text.setLength(at + 1);
                default -> text.setCharAt(at, MARKS.charAt(random.nextInt(MARKS.length())));
            }
        }
        return text.toString().getBytes(StandardCharsets.ISO_8859_1);
    }

    private static void survives(byte[] input, Consumer<byte[]> reader) {
        try {
            reader.accept(input);
        } catch (HeraldException e) {
            assertThat(e.getMessage()).as("a reason for people").isNotBlank().doesNotContain("Exception", "null\n");
        } catch (RuntimeException e) {
            fail("broke on <<" + new String(input, StandardCharsets.ISO_8859_1) + ">>", e);
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void standardDocumentsWithBytesChanged(long seed) {
        Random random = new Random(seed);
        byte[] edi = file("iftsta/good-3-consignments.edi");
        byte[] epcis = JsonMapper.shared()
                .readTree(file("epcis.json"))
                .path("document")
                .toString()
                .getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < 150; i++) {
            survives(broken(edi, random), Iftsta::read);
            survives(broken(epcis, random), Epcis::read);
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13})
    void sheetsWithBytesChanged(long seed) {
        Random random = new Random(seed);
        byte[] csv =
                "order number;name;e-mail;tracking number\r\nA-1;\"Zoë; \"\"Z\"\"\";z@b.example;HOP 1\r\nA-2;B;;\r\n"
                        .getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < 400; i++) {
            survives(broken(csv, random), b -> {
                Table table = CsvTable.read(b);
                table.rows(table.match(Map.of()));
            });
        }
    }

    private static JsonNode anything(Random random, int depth) {
        JsonMapper json = JsonMapper.shared();
        int kind = random.nextInt(depth > 4 ? 5 : 8);
        return switch (kind) {
            case 0 -> json.getNodeFactory().nullNode();
            case 1 -> json.getNodeFactory().booleanNode(random.nextBoolean());
            case 2 -> json.getNodeFactory().numberNode(random.nextInt(100_000) - 10);
            case 3 ->
                json.getNodeFactory()
                        .stringNode(new String[] {
                                    "",
                                    "paid",
                                    "SE",
                                    "a@b.example",
                                    "070-174 06 05",
                                    "2026-11-24 10:00:00",
                                    "=1+1",
                                    "RX473124829XS",
                                    "\u202egnp",
                                    "1e99"
                                }
                                [random.nextInt(10)]);
            case 4 -> json.getNodeFactory().stringNode("x".repeat(random.nextInt(400)));
            case 5 -> {
                ArrayNode list = json.createArrayNode();
                for (int i = random.nextInt(4); i > 0; i--) list.add(anything(random, depth + 1));
                yield list;
            }
            default -> {
                ObjectNode object = json.createObjectNode();
                String[] names = {
                    "id",
                    "number",
                    "status",
                    "email",
                    "phone",
                    "name",
                    "country",
                    "total",
                    "price",
                    "quantity",
                    "sku",
                    "tracking_number",
                    "carrier",
                    "odd key",
                    "it's",
                    "$",
                    "orders",
                    "created"
                };
                for (int i = random.nextInt(7); i > 0; i--)
                    object.set(names[random.nextInt(names.length)], anything(random, depth + 1));
                yield object;
            }
        };
    }

    /**
     * A mapping proposed from one document reads any other: what it can't use is a fault with words, never a failure.
     */
    @ParameterizedTest
    @ValueSource(longs = {21, 22, 23, 24})
    void mappingsReadAnything(long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 200; i++) {
            JsonNode sample = anything(random, 0);
            Mapping mapping = MappingProposer.propose(sample);
            assertThat(mapping.check())
                    .as("what is proposed can be used, but for a number nobody found: %s", sample)
                    .allMatch(f -> f.startsWith("Order number"));
            for (JsonNode document : new JsonNode[] {sample, anything(random, 0)}) {
                for (JsonNode order : mapping.splitOrders(document)) {
                    Mapping.Read read = mapping.readOrder(order);
                    if (read.order().get("number") == null)
                        assertThat(read.faults()).isNotEmpty();
                    assertThat(read.faults())
                            .allSatisfy(f -> assertThat(f).isNotBlank().contains(":"));
                }
            }
        }
    }

    @Test
    void emptyAndOddFiles() {
        for (String odd :
                new String[] {"", " ", "\u0000", "{}", "[]", "null", "UNA:+.? '", "UNB", "UNB+UNOC:3'", "\ufeff"}) {
            byte[] bytes = odd.getBytes(StandardCharsets.UTF_8);
            survives(bytes, Iftsta::read);
            survives(bytes, Epcis::read);
            survives(bytes, CsvTable::read);
        }
    }
}

package upbeat.herald.server.brand;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

class BrandSettingsTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static ObjectNode brand() {
        return (ObjectNode) person.call("GET", "/ui/brand", null).json().path("brand");
    }

    private static byte[] picture(int width, int height, String format) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), format, out);
        return out.toByteArray();
    }

    @Test
    void theLogoIsDrawnAnewAndShownInEveryMail() throws Exception {
        JsonNode logo =
                person.upload("/ui/brand/logo", "-", picture(2400, 600, "jpg")).json();
        assertThat(logo.path("width").asInt()).as("a usual width is proposed").isEqualTo(350);
        ObjectNode brand = brand().put("logo", logo.path("name").asString())
                .put("logoWidth", 300)
                .put("senderName", "The Kites")
                .put("colour", "#ffcc00");
        assertThat(person.call("PUT", "/ui/brand", brand.toString()).status()).isEqualTo(200);
        byte[] png = person.bytes("/brand/" + logo.path("name").asString() + ".png");
        assertThat(ImageIO.read(new ByteArrayInputStream(png)).getWidth()).isEqualTo(1200);
        assertThat(app.bare("GET", "/brand/" + "0".repeat(24) + ".png", null, Map.of())
                        .status())
                .isEqualTo(404);
        String number = app.order("prepaid", "brand@customer.example", null, "{}");
        app.parcel(number, "hopgate", "HOP 0900 0000 1");
        app.scan("hopgate", "HOP 0900 0000 1", "20", app.now());
        await().until(() -> !app.world.mailbox.to("brand@customer.example").isEmpty());
        String raw = app.world.mailbox.to("brand@customer.example").get(0).raw();
        assertThat(raw).contains("From: The Kites <hello@quillfeather.example>");
        assertThat(raw.replace("=\r\n", "").replace("=3D", "="))
                .contains(
                        "/brand/" + logo.path("name").asString() + ".png\" width=\"300\"",
                        "bgcolor=\"#ffcc00\"",
                        "color:#000000");
        JsonNode shown =
                person.call("POST", "/ui/brand/preview", brand.toString()).json();
        assertThat(shown.path("contrast").asDouble()).isGreaterThan(4.5);
    }

    @Test
    void picturesThatAreNone() throws Exception {
        for (byte[] bad : new byte[][] {
            "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>".getBytes(StandardCharsets.UTF_8),
            new byte[0],
            java.util.Arrays.copyOf(picture(50, 50, "png"), 60),
            new byte[6 << 20]
        }) {
            assertThat(person.upload("/ui/brand/logo", "-", bad).status()).isEqualTo(422);
        }
    }

    @Test
    void valuesThatCantBe() {
        for (String[] bad : new String[][] {
            {"name", ""},
            {"senderAddress", "x"},
            {"senderName", "A\r\nBcc: x@y.example"},
            {"smsSender", "Far too long a name"},
            {"colour", "red"},
            {"ground", "#101010"},
            {"font", "comic"},
            {"helpUrl", "javascript:1"},
            {"button", "round"},
            {"chatNumber", "call me"},
            {"language", "german!"},
            {"postalAddress", ""}
        }) {
            RunningApp.Answer answer =
                    person.call("PUT", "/ui/brand", brand().put(bad[0], bad[1]).toString());
            assertThat(answer.status()).as(bad[0]).isEqualTo(422);
            assertThat(answer.json().path("errors").get(0).path("field").asString())
                    .isEqualTo(bad[0]);
        }
        assertThat(person.call("PUT", "/ui/brand", brand().put("logoWidth", 900).toString())
                        .status())
                .isEqualTo(422);
    }

    @Test
    void anAddressIsProvenByTheCodeSentThere() {
        ObjectNode before = brand();
        person.call(
                "PUT",
                "/ui/brand",
                brand().put("senderAddress", "new@quillfeather.example").toString());
        assertThat(person.call("GET", "/ui/sender", null)
                        .json()
                        .path("verified")
                        .asBoolean())
                .isFalse();
        JsonNode plan = person.call("GET", "/ui/plan", null).json();
        ObjectNode notice = (ObjectNode) JsonMapper.shared()
                .readTree(plan.path("notices").get(1).path("notice").toString());
        String id = plan.path("notices").get(1).path("id").asString();
        assertThat(person.call(
                                "PUT",
                                "/ui/plan/notices/" + id,
                                notice.put("state", "live").toString())
                        .json()
                        .path("detail")
                        .asString())
                .contains("isn't verified");
        assertThat(person.call(
                                "PUT",
                                "/ui/plan/notices/" + id,
                                notice.put("state", "paused").toString())
                        .status())
                .isEqualTo(200);
        assertThat(person.call("POST", "/ui/sender/send-code", "").status()).isEqualTo(200);
        String subject = app.world.mailbox.to("new@quillfeather.example").get(0).subject();
        Matcher code = Pattern.compile("\\d{6}").matcher(subject);
        assertThat(code.find()).isTrue();
        assertThat(person.call("POST", "/ui/sender/confirm-code", "{\"code\":\"000000\"}")
                        .json()
                        .path("detail")
                        .asString())
                .contains("isn't the code");
        assertThat(person.call("POST", "/ui/sender/confirm-code", "{\"code\":\"" + code.group() + "\"}")
                        .json()
                        .path("verified")
                        .asBoolean())
                .isTrue();
        assertThat(person.call("POST", "/ui/sender/confirm-code", "{\"code\":\"" + code.group() + "\"}")
                        .status())
                .as("once")
                .isEqualTo(422);
        assertThat(person.call(
                                "PUT",
                                "/ui/plan/notices/" + id,
                                notice.put("state", "live").toString())
                        .status())
                .isEqualTo(200);
        person.call("PUT", "/ui/brand", before.toString());
    }

    @Test
    void aShopSpeaksForItselfAndAsTheTeamAgain() {
        ObjectNode own = brand().put("name", "The Attic")
                .put("senderAddress", "attic@quillfeather.example")
                .put("button", "outlined")
                .put("colour", "#2d2142");
        JsonNode kept =
                person.call("PUT", "/ui/brand?shop=attic", own.toString()).json();
        assertThat(kept.path("own").asBoolean()).isTrue();
        assertThat(person.call("GET", "/ui/sender?shop=attic", null)
                        .json()
                        .path("verified")
                        .asBoolean())
                .as("its address is proven by itself")
                .isFalse();
        assertThat(person.call("GET", "/ui/brand?shop=kites", null)
                        .json()
                        .path("own")
                        .asBoolean())
                .isFalse();
        app.api(
                "PUT",
                "/api/v1/orders/attic/A-1",
                "{\"placedAt\":\"" + app.now()
                        + "\",\"customer\":{\"name\":\"Ann\",\"email\":\"a@customer.example\"},\"shipTo\":{\"city\":\"Lund\",\"country\":\"SE\"},\"payment\":\"cash-on-delivery\",\"currency\":\"SEK\",\"total\":\"1.00\",\"items\":[{\"sku\":\"A\",\"name\":\"A\",\"quantity\":1,\"price\":\"1.00\"}]}");
        String ask =
                "{\"notice\":\"is-it-yours\",\"channel\":\"email\",\"language\":\"en\",\"orderShop\":\"attic\",\"orderNumber\":\"A-1\"}";
        assertThat(person.call("POST", "/ui/wording/preview", ask)
                        .json()
                        .path("message")
                        .path("html")
                        .asString())
                .contains("The Attic");
        assertThat(person.call("DELETE", "/ui/brand?shop=attic", null)
                        .json()
                        .path("own")
                        .asBoolean())
                .isFalse();
        assertThat(person.call("POST", "/ui/wording/preview", ask)
                        .json()
                        .path("message")
                        .path("html")
                        .asString())
                .doesNotContain("The Attic");
    }

    @Test
    void theLanguageForEveryoneChangesOnlyWhereEveryNoticeSpeaksIt() {
        RunningApp.Answer polish =
                person.call("PUT", "/ui/brand", brand().put("language", "pl").toString());
        assertThat(polish.json().path("detail").asString())
                .as("chat has no Polish")
                .contains("no text in Polish yet", "In transit");
        assertThat(person.call("PUT", "/ui/brand", brand().put("language", "de").toString())
                        .status())
                .isEqualTo(200);
        assertThat(person.call("GET", "/ui/wording/delivered/sms", null)
                        .json()
                        .path("language")
                        .asString())
                .isEqualTo("de");
        assertThat(person.call("GET", "/ui/wording/delivered/sms", null)
                        .json()
                        .path("own")
                        .path("text")
                        .asString())
                .contains("zugestellt");
        assertThat(person.call("GET", "/ui/wording/delivered/sms?language=en", null)
                        .json()
                        .path("own")
                        .path("text")
                        .asString())
                .contains("delivered");
        assertThat(person.call("PUT", "/ui/brand", brand().put("language", "en").toString())
                        .status())
                .isEqualTo(200);
    }
}

package upbeat.herald.server.delivery.email;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.server.RunningApp;

/** What leaves the product, read by programs that are not ours. */
class OutsideEmailCheckTest {
    private static final Path WEB = Path.of("..", "web");
    private final RunningApp app = RunningApp.shared();

    /**
     * Source: mailparser (npm), an independent reader of RFC 5322 and MIME; the facts asked are those of RFC 5322, 2046
     * and 3834.
     */
    @Test
    void anIndependentParserReadsTheMail() throws Exception {
        String number = app.order("prepaid", "parser@customer.example", null, "{}");
        String tracking = "RX473124829XS";
        app.parcel(number, "skerry-post", tracking);
        app.scan("skerry-post", tracking, "EMA", app.now());
        await().until(() -> !app.world.mailbox.to("parser@customer.example").isEmpty());
        String raw = app.world.mailbox.to("parser@customer.example").get(0).raw();
        Path file = Files.createTempFile("mail", ".eml");
        Files.writeString(file, raw);
        String script =
                "const {simpleParser}=require('mailparser');simpleParser(require('fs').readFileSync(process.argv[1])).then(m=>console.log(JSON.stringify({from:m.from.value,to:m.to.value,subject:m.subject,date:m.date,id:m.messageId,auto:m.headers.get('auto-submitted'),type:m.headers.get('content-type').value,text:m.text,html:m.html})))";
        Process node = new ProcessBuilder("node", "-e", script, file.toString())
                .directory(WEB.toFile())
                .redirectErrorStream(true)
                .start();
        String out = new String(node.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(node.waitFor(30, TimeUnit.SECONDS)).isTrue();
        JsonNode mail = JsonMapper.shared().readTree(out);
        assertThat(mail.path("from").get(0).path("name").asString()).isEqualTo("Quillfeather Kites");
        assertThat(mail.path("to").get(0).path("address").asString()).isEqualTo("parser@customer.example");
        assertThat(mail.path("subject").asString()).isEqualTo("Your order " + number + " is on its way");
        assertThat(mail.path("id").asString()).matches("<msg_[0-9a-f]{30}@quillfeather\\.example>");
        assertThat(mail.path("auto").asString()).isEqualTo("auto-generated");
        assertThat(mail.path("type").asString()).isEqualTo("multipart/alternative");
        assertThat(java.time.Instant.parse(mail.path("date").asString())).isBeforeOrEqualTo(app.now());
        String link = "https://track.skerry-post.example/" + tracking;
        assertThat(mail.path("text").asString())
                .contains("Hello Ann,", link, "1 Slipway")
                .doesNotContain("{{", "undefined", "null");
        assertThat(mail.path("html").asString())
                .contains(link, "https://schema.org/ParcelDelivery")
                .doesNotContain("{{", "<script", "undefined");
        assertThat(raw.lines())
                .allSatisfy(
                        line -> assertThat(line.length()).as("RFC 5322, 2.1.1").isLessThanOrEqualTo(998));
        assertThat(raw.substring(raw.indexOf("\r\n\r\n")).lines())
                .allSatisfy(
                        line -> assertThat(line.length()).as("RFC 2045, 6.7").isLessThanOrEqualTo(76));
        assertThat(raw.substring(0, raw.indexOf("\r\n\r\n")).chars())
                .as("headers are ASCII")
                .allMatch(c -> c < 128);
    }

    /**
     * Source: the open data of caniemail (npm 1.0.5), which mail programs show which HTML and CSS, and html-validate
     * (npm 10.17.0), an independent validator. What more than 15 of the programs drop must not carry meaning, so
     * nothing of it may be there; the old attributes of tables are what they read.
     */
    @Test
    void mailProgramsShowWhatTheMailIsMadeOf() throws Exception {
        app.parcel(app.order("prepaid", "blocks@customer.example", null, "{}"), "skerry-post", "RX473124829XS");
        String blocks =
                "[{'kind':'heading','text':'Good news'},{'kind':'text','text':'<p>Hello <strong>you</strong>, <a href=\\\"https://quillfeather.example\\\">see</a></p><ul><li>one</li></ul>'},{'kind':'items','part':true},{'kind':'parcel'},{'kind':'address'},{'kind':'totals'},{'kind':'button','label':'Go','href':'{{parcel.trackingLink}}'},"
                        + "{'kind':'picture','src':'https://quillfeather.example/a.png','alt':'A kite'},{'kind':'columns','columns':[[{'kind':'text','text':'<p>left</p>'}],[{'kind':'text','text':'<p>right</p>'}]]},{'kind':'line'},{'kind':'space','height':20},{'kind':'delay','text':'<p>late</p>'},{'kind':'recommended','items':[{'name':'Tail','href':'https://quillfeather.example/t'}]},{'kind':'html','text':'<p>by hand</p>'}]";
        String html = app.signedIn()
                .call(
                        "POST",
                        "/ui/wording/preview",
                        ("{'notice':'on-its-way','channel':'email','language':'en','wording':{'subject':'S','preview':'P','blocks':"
                                        + blocks + "}}")
                                .replace('\'', '"'))
                .json()
                .path("message")
                .path("html")
                .asString();
        Path file = Files.createTempFile("mail", ".html");
        Files.writeString(file, html);
        String script =
                "import{caniemail}from'caniemail';import{HtmlValidate}from'html-validate';import fs from'fs';const html=fs.readFileSync(process.argv[1],'utf8');const by={};for(const[client,list]of caniemail({clients:['*'],html}).issues.errors)for(const i of list)(by[i.title]??=new Set()).add(client);"
                        + "const v=await new HtmlValidate({extends:['html-validate:standard'],rules:{'no-deprecated-attr':'off'}}).validateString(html);console.log(JSON.stringify({dropped:Object.entries(by).filter(e=>e[1].size>15).map(e=>e[0]),invalid:v.results.flatMap(r=>r.messages.map(m=>m.line+': '+m.message))}))";
        Process node = new ProcessBuilder("node", "--input-type=module", "-e", script, file.toString())
                .directory(WEB.toFile())
                .redirectErrorStream(true)
                .start();
        JsonNode found = JsonMapper.shared()
                .readTree(new String(node.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8));
        assertThat(node.waitFor(60, TimeUnit.SECONDS)).isTrue();
        assertThat(found.path("dropped")).isEmpty();
        assertThat(found.path("invalid")).isEmpty();
        assertThat(html.length()).isLessThan(100_000);
    }

    /** The browser's types are made from this file: it must be what the server really offers. */
    @Test
    void theDescriptionKeptForTheBrowserIsTheServersOwn() throws Exception {
        JsonNode live =
                app.bare("GET", "/v3/api-docs", null, java.util.Map.of()).json();
        JsonNode kept = JsonMapper.shared().readTree(Files.readString(WEB.resolve("src/api/openapi.json")));
        Files.createDirectories(Path.of("target"));
        Files.writeString(
                Path.of("target/openapi.json"),
                JsonMapper.shared().writerWithDefaultPrettyPrinter().writeValueAsString(live));
        for (String part : List.of("paths", "components"))
            assertThat(live.path(part))
                    .as("differs: copy server/target/openapi.json to web/src/api/openapi.json")
                    .isEqualTo(kept.path(part));
    }

    @Test
    void secretsAreNotInTheDatabase() throws Exception {
        app.order("prepaid", "secret@customer.example", null, "{}");
        StringBuilder all = new StringBuilder();
        for (String file : List.of("herald.db", "herald.db-wal")) {
            Path path = app.data.resolve(file);
            if (Files.exists(path))
                all.append(new String(Files.readAllBytes(path), java.nio.charset.StandardCharsets.ISO_8859_1));
        }
        assertThat(all)
                .contains("secret@customer.example")
                .doesNotContain(
                        "mail-for-local-use-only", "chat-for-local-use-only", RunningApp.KEY, "for-local-use-only");
    }
}

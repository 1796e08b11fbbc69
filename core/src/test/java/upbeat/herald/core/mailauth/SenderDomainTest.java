package upbeat.herald.core.mailauth;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Base64;
import java.util.List;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.mailauth.SenderDomain.Finding;
import upbeat.herald.core.mailauth.SenderDomain.State;
import upbeat.herald.core.mailauth.SenderDomain.Subject;

class SenderDomainTest {
    private static final byte[] KEY = {1, 2, 3, 4, 5, 6};
    private static final String PUBLISHED =
            "v=DKIM1; k=rsa; p=" + Base64.getEncoder().encodeToString(KEY);
    private static final String SERVER = "198.51.100.7";

    private static SenderDomain domain(byte[] key) {
        return new SenderDomain("shop.example", "shop.example", List.of(SERVER), "herald1", key);
    }

    private static FixedDns good() {
        return new FixedDns()
                .add("TXT", "shop.example", "some-site-check=42", "v=spf1 ip4:198.51.100.0/28 -all")
                .add("TXT", "herald1._domainkey.shop.example", PUBLISHED)
                .add("TXT", "_dmarc.shop.example", "v=DMARC1; p=quarantine; rua=mailto:dmarc@shop.example")
                .add("MX", "shop.example", "mx.shop.example");
    }

    private static Finding find(FixedDns dns, Subject subject) {
        return domain(KEY).check(dns).stream()
                .filter(f -> f.subject() == subject)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aDomainThatIsInOrderHasNothingToPublish() {
        assertThat(domain(KEY).check(good())).hasSize(4).allSatisfy(f -> {
            assertThat(f.state()).as(f.text()).isEqualTo(State.GOOD);
            assertThat(f.record()).isNull();
        });
    }

    @Test
    void whatIsMissingComesWithTheRecordToPublish() {
        List<Finding> all = domain(KEY).check(new FixedDns());
        assertThat(all).extracting(Finding::state).containsExactly(State.BAD, State.BAD, State.WEAK, State.BAD);
        assertThat(all.get(0).record()).isEqualTo("v=spf1 ip4:198.51.100.7 ~all");
        assertThat(all.get(1).name()).isEqualTo("herald1._domainkey.shop.example");
        assertThat(all.get(1).record()).isEqualTo(PUBLISHED);
        assertThat(all.get(2).name()).isEqualTo("_dmarc.shop.example");
        FixedDns published = new FixedDns();
        all.stream().filter(f -> f.record() != null).forEach(f -> published.add("TXT", f.name(), f.record()));
        published.add("MX", "shop.example", "mx.shop.example");
        assertThat(domain(KEY).check(published))
                .as("who publishes what is suggested is in order")
                .allMatch(f -> f.state() == State.GOOD);
    }

    @Test
    void aServerThatSpfDoesNotNameIsAddedBeforeTheEnd() {
        FixedDns dns = new FixedDns().add("TXT", "shop.example", "v=spf1 mx -all");
        Finding spf = find(dns, Subject.SPF);
        assertThat(spf.state()).isEqualTo(State.WEAK);
        assertThat(spf.record()).isEqualTo("v=spf1 ip4:198.51.100.7 mx -all");
        FixedDns twice = new FixedDns().add("TXT", "shop.example", "v=spf1 mx -all", "v=spf1 a -all");
        assertThat(find(twice, Subject.SPF).text()).contains("2 SPF records");
        FixedDns wrong = new FixedDns().add("TXT", "shop.example", "v=spf1 ipv4:1.2.3.4 -all");
        assertThat(find(wrong, Subject.SPF).text()).contains("mistake");
    }

    @Test
    void anotherKeyOrTwoOfThemAreNotOurs() {
        String name = "herald1._domainkey.shop.example";
        for (String other : List.of("v=DKIM1; k=rsa; p=AAAA", "v=DKIM1; p=", "v=DKIM1; k=ed25519; p=" + PUBLISHED))
            assertThat(find(new FixedDns().add("TXT", name, other), Subject.DKIM)
                            .text())
                    .as(other)
                    .contains("Another key");
        assertThat(find(good().add("TXT", name, "v=DKIM1; k=rsa; p=AAAA"), Subject.DKIM)
                        .text())
                .contains("several records");
        FixedDns spaced = new FixedDns()
                .add("TXT", name, PUBLISHED.replace("k=rsa;", "k = rsa ;").replace("p=", "p= "));
        assertThat(find(spaced, Subject.DKIM).state()).isEqualTo(State.GOOD);
        assertThat(domain(null).check(good()).get(1).state())
                .as("signed elsewhere, perhaps")
                .isEqualTo(State.WEAK);
    }

    @Test
    void dmarcIsTheDomainsOwnOrThatAboveIt() {
        SenderDomain below = new SenderDomain("mail.shop.example", "mail.shop.example", List.of(), "s", null);
        assertThat(below.check(good()).get(2).state()).isEqualTo(State.GOOD);
        assertThat(find(new FixedDns().add("TXT", "_dmarc.shop.example", "v=DMARC1; p=maybe"), Subject.DMARC)
                        .state())
                .isEqualTo(State.BAD);
        assertThat(find(
                                new FixedDns()
                                        .add("TXT", "_dmarc.shop.example", "v=DMARC1; p=none", "v=DMARC1; p=reject"),
                                Subject.DMARC)
                        .text())
                .contains("several");
    }

    @Test
    void aDomainThatTakesNoMailCantBeAnswered() {
        assertThat(find(new FixedDns().add("MX", "shop.example", ""), Subject.MX)
                        .text())
                .contains("takes no mail");
        assertThat(find(new FixedDns().add("A", "shop.example", SERVER), Subject.MX)
                        .state())
                .isEqualTo(State.WEAK);
    }

    @Test
    void withoutDnsNothingIsSaid() {
        FixedDns dns = good();
        dns.isAway = true;
        assertThat(domain(KEY).check(dns).stream().filter(f -> f.subject() != Subject.DKIM))
                .allSatisfy(f -> assertThat(f.state()).isEqualTo(State.UNKNOWN));
    }

    /** The cut is that of an independent tool: dkim.json, txtStrings, made with OpenSSL and verified by dkimpy. */
    @Test
    void aLongRecordIsCutAt255Octets() {
        String long1 = "v=DKIM1; k=rsa; p=" + "A".repeat(392);
        String quoted = DkimRecord.quote(long1);
        assertThat(quoted).startsWith("\"" + long1.substring(0, 255) + "\" \"").endsWith("\"");
        assertThat(quoted.replace("\" \"", "").replace("\"", "")).isEqualTo(long1);
        assertThat(DkimRecord.quote("v=DMARC1; p=none")).isEqualTo("\"v=DMARC1; p=none\"");
    }
}

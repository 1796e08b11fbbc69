package upbeat.herald.core.mailauth;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The zone, the records and what they pass are those of RFC 7208, appendix A.1 and A.2 (from memory). */
class SpfTest {
    private static FixedDns zone() {
        return new FixedDns()
                .add("MX", "example.com", "mail-a.example.com", "mail-b.example.com")
                .add("A", "example.com", "192.0.2.10", "192.0.2.11")
                .add("A", "amy.example.com", "192.0.2.65")
                .add("A", "bob.example.com", "192.0.2.66")
                .add("A", "mail-a.example.com", "192.0.2.129")
                .add("A", "mail-b.example.com", "192.0.2.130")
                .add("MX", "example.org", "mail-c.example.org")
                .add("A", "mail-c.example.org", "192.0.2.140");
    }

    private static Spf.Result check(String record, String address) {
        return Spf.check("example.com", address, zone().add("TXT", "example.com", record));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "v=spf1 +all | 203.0.113.9 | PASS",
                "v=spf1 a -all | 192.0.2.10 | PASS",
                "v=spf1 a -all | 192.0.2.11 | PASS",
                "v=spf1 a -all | 192.0.2.65 | FAIL",
                "v=spf1 a:example.org -all | 192.0.2.10 | FAIL",
                "v=spf1 mx -all | 192.0.2.129 | PASS",
                "v=spf1 mx -all | 192.0.2.130 | PASS",
                "v=spf1 mx -all | 192.0.2.10 | FAIL",
                "v=spf1 mx:example.org -all | 192.0.2.140 | PASS",
                "v=spf1 mx mx:example.org -all | 192.0.2.130 | PASS",
                "v=spf1 mx mx:example.org -all | 192.0.2.140 | PASS",
                "v=spf1 mx/30 mx:example.org/30 -all | 192.0.2.131 | PASS",
                "v=spf1 mx/30 mx:example.org/30 -all | 192.0.2.143 | PASS",
                "v=spf1 mx/30 mx:example.org/30 -all | 192.0.2.144 | FAIL",
                "v=spf1 ip4:192.0.2.128/28 -all | 192.0.2.65 | FAIL",
                "v=spf1 ip4:192.0.2.128/28 -all | 192.0.2.129 | PASS",
                "v=spf1 ip4:192.0.2.128/28 -all | 192.0.2.144 | FAIL",
            })
    void theExamplesOfTheStandard(String record, String address, Spf.Result result) {
        assertThat(check(record, address)).isEqualTo(result);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "v=spf1 ~all | 192.0.2.1 | SOFTFAIL",
                "v=spf1 ?all | 192.0.2.1 | NEUTRAL",
                "v=spf1 | 192.0.2.1 | NEUTRAL",
                "V=SPF1 MX -ALL | 192.0.2.129 | PASS",
                "v=spf1 ip6:2001:db8::/32 -all | 2001:db8:0:1::5 | PASS",
                "v=spf1 ip6:2001:db8::/33 -all | 2001:db8:8000::1 | FAIL",
                "v=spf1 ip6:2001:db8::1 -all | 2001:0DB8:0:0:0:0:0:1 | PASS",
                "v=spf1 ip6:::ffff:192.0.2.1 -all | ::ffff:c000:201 | PASS",
                "v=spf1 ip6:2001:db8::/32 -all | 192.0.2.1 | FAIL",
                "v=spf1 ip4:192.0.2.0/33 -all | 192.0.2.1 | PERMERROR",
                "v=spf1 ip4:192.0.2 -all | 192.0.2.1 | PERMERROR",
                "v=spf1 ipv4:192.0.2.1 -all | 192.0.2.1 | PERMERROR",
                "v=spf1 include:nothing.example -all | 192.0.2.1 | PERMERROR",
                "v=spf1 redirect=nothing.example | 192.0.2.1 | PERMERROR",
                "v=spf1 exists:%{i}.list.example -all | 192.0.2.1 | FAIL",
                "v=spf1 exp=why.example -all | 192.0.2.1 | FAIL",
                "v=spf10 -all | 192.0.2.1 | NONE",
            })
    void qualifiersNetworksAndMistakes(String record, String address, Spf.Result result) {
        assertThat(check(record, address)).isEqualTo(result);
    }

    @Test
    void whatIsIncludedCountsOnlyWhereItPasses() {
        FixedDns dns = zone().add("TXT", "shop.example", "v=spf1 include:provider.example -all")
                .add("TXT", "provider.example", "v=spf1 ip4:198.51.100.0/24 -all")
                .add("TXT", "moved.example", "v=spf1 redirect=provider.example");
        assertThat(Spf.check("shop.example", "198.51.100.7", dns)).isEqualTo(Spf.Result.PASS);
        assertThat(Spf.check("shop.example", "203.0.113.7", dns)).isEqualTo(Spf.Result.FAIL);
        assertThat(Spf.check("moved.example", "198.51.100.7", dns)).isEqualTo(Spf.Result.PASS);
        assertThat(Spf.check("moved.example", "203.0.113.7", dns)).isEqualTo(Spf.Result.FAIL);
    }

    @Test
    void aCircleOfIncludesEndsAtTenLookUps() {
        FixedDns dns = new FixedDns().add("TXT", "a.example", "v=spf1 include:a.example -all");
        assertThat(Spf.check("a.example", "192.0.2.1", dns)).isEqualTo(Spf.Result.PERMERROR);
        FixedDns ten = new FixedDns();
        for (int i = 0; i < 10; i++) ten.add("TXT", i + ".example", "v=spf1 include:" + (i + 1) + ".example ~all");
        ten.add("TXT", "10.example", "v=spf1 ip4:192.0.2.1 -all");
        assertThat(Spf.check("0.example", "192.0.2.1", ten)).as("exactly ten").isEqualTo(Spf.Result.PASS);
    }

    @Test
    void twoRecordsAreNoneAndAnAbsentDnsSaysNothing() {
        FixedDns dns = zone().add("TXT", "example.com", "v=spf1 -all", "v=spf1 +all");
        assertThat(Spf.check("example.com", "192.0.2.1", dns)).isEqualTo(Spf.Result.PERMERROR);
        dns.isAway = true;
        assertThat(Spf.check("example.com", "192.0.2.1", dns)).isEqualTo(Spf.Result.TEMPERROR);
        assertThatThrownBy(() -> Spf.check("example.com", "mail.example.com", zone()))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource({"1.2.3", "1.2.3.256", "::1::", ":1", "1:2:3:4:5:6:7:8:9", "g::1", "1:2:3:4:5:6:7", "::1.2.3.x"})
    void whatIsNoAddressIsNone(String text) {
        assertThat(IpAddress.parse(text)).isEmpty();
    }
}

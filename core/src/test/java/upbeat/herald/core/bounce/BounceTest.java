package upbeat.herald.core.bounce;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The shapes are those of RFC 3463, 3464, 3461, 6533 and 5965; texts of the examples from memory. */
class BounceTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "550 5.1.1 <a@example.com>: Recipient address rejected|5.1.1|true|true",
                "552 5.2.2 mailbox full|5.2.2|true|false",
                "452 4.2.2 over quota|4.2.2|false|false",
                "556 5.1.10 null MX|5.1.10|true|true",
                "550 5.1.7 bad sender's address|5.1.7|true|false",
                "554 5.7.1 rejected by policy|5.7.1|true|false",
                "(#5.1.1)|5.1.1|true|true",
                "host 10.5.1.1 said no|none|false|false",
                "version 2.5.1.1|none|false|false"
            })
    void aStatusSaysWhetherTheAddressIsWrong(String words, String code, boolean permanent, boolean bad) {
        MailStatus status = MailStatus.find(words).orElse(null);
        assertThat(status == null ? "none" : status.toString()).isEqualTo(code);
        if (status == null) return;
        assertThat(status.isPermanent()).isEqualTo(permanent);
        assertThat(status.isAddressBad()).isEqualTo(bad);
    }

    @Test
    void aReportIsReadForEachRecipient() {
        List<RecipientReport> read = DeliveryReport.parse("""
                Reporting-MTA: dns; mx.example.net

                Original-Recipient: rfc822;fay+2Bparcels@example.net
                Final-Recipient: RFC822; fay@inside.example.net
                Action: failed (for good)
                Status: 5.1.1
                Diagnostic-Code: smtp; 550 5.1.1 unknown
                  user

                Final-Recipient: utf-8; k\\x{E4}the@example.net
                Action: delayed
                Status: 4.4.1

                Final-Recipient: x400; nothing
                Action: failed
                """);
        assertThat(read).hasSize(2);
        assertThat(read.get(0).address()).isEqualTo("fay+parcels@example.net");
        assertThat(read.get(0).said()).isEqualTo("550 5.1.1 unknown user");
        assertThat(read.get(0).isAddressBad()).isTrue();
        assertThat(read.get(1).address()).isEqualTo("käthe@example.net");
        assertThat(read.get(1).action()).isEqualTo(RecipientReport.Action.DELAYED);
    }

    @Test
    void aComplaintSaysWhatAbout() {
        assertThat(ComplaintReport.parse("Feedback-Type: abuse\r\nOriginal-Rcpt-To: <milo@example.com>\r\n"))
                .hasValueSatisfying(c -> {
                    assertThat(c.recipient()).isEqualTo("milo@example.com");
                    assertThat(c.isUnwanted()).isTrue();
                });
        assertThat(ComplaintReport.parse("Feedback-Type: not-spam\n")
                        .orElseThrow()
                        .isUnwanted())
                .isFalse();
        assertThat(ComplaintReport.parse("User-Agent: x")).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "Hello,\n<a@example.com>:\nis my address", "--- copy of the message\n"})
    void whatPeopleWriteIsNoBounce(String text) {
        assertThat(PlainBounce.parse(text)).isEmpty();
        assertThat(DeliveryReport.parse(text)).isEmpty();
    }

    @Test
    void aLongTextIsReadInBoundedTime() {
        String text = "<a@example.com>:\n".repeat(50_000) + "--- Below this line is a copy of the message.\n";
        assertThat(PlainBounce.parse(text)).isEmpty();
        assertThat(DeliveryReport.parse("Final-Recipient: rfc822; a@example.com\nAction: failed\n\n".repeat(5_000)))
                .hasSize(100);
    }
}

package upbeat.herald.core.answer;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is new in a reply. Whole mails, in the shapes of mail programs, are read where mails come in. */
class MailReplyTextTest {
    private static final String QUOTE = "> Is this order yours?\n>\n> Answer YES or NO, or STOP.\n";

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            Yes\\n\\nOn Tue, 24 Nov 2026 at 09:14, Shop <a@b.example>\\nwrote:\\n\\n | Yes
            Nein\\n\\n-- \\nDieter\\nTel. 555 0102\\n\\nAm 24.11.2026 um 10:14 schrieb Shop:\\n | Nein
            Oui\\n\\nLe mar. 24 nov. 2026 à 10:14, Shop a\\nécrit\u00a0:\\n\\n | Oui
            Tak\\n\\nW dniu 24.11.2026 o 10:14, Sklep pisze:\\n | Tak
            Ja\\n\\nSent from my phone\\n\\n | Ja
            Ja\\n\\nVon meinem Telefon gesendet\\n\\nAm 24.11.2026 schrieb Shop:\\n | Ja
            Yes, please\\nOn 24 Nov 2026, Shop wrote:\\n | Yes, please
            Here is what I ordered:\\n | Here is what I ordered:
            "" | ""
            """)
    void leavesOutWhoIsQuotedAndWhatAMachineAdds(String above, String expected) {
        assertThat(MailReplyText.findNew(above.replace("\\n", "\n") + QUOTE)).isEqualTo(expected);
    }

    @Test
    void keepsWhatStandsBelowAndBetweenQuotes() {
        assertThat(MailReplyText.findNew("On 24/11/2026 09:14, Shop wrote:\n" + QUOTE + "\nSí\n"))
                .isEqualTo("Sí");
        assertThat(MailReplyText.findNew("On 24/11/2026, Shop wrote:\n> One?\nYes\n> Two?\nNo"))
                .isEqualTo("Yes\nNo");
    }

    @Test
    void cutsTheWholeMailBelowABlockOfHeaders() {
        String block =
                "Nee\n\nVan: Shop <a@b.example>\nVerzonden: dinsdag\nAan: Noor\nOnderwerp: Uw pakket\n\nJA of NEE?\nSTOP";
        assertThat(MailReplyText.findNew(block)).isEqualTo("Nee");
        assertThat(MailReplyText.findNew("No\n\n-----Original Message-----\nFrom: Shop\nYES or NO?"))
                .isEqualTo("No");
        assertThat(MailReplyText.findNew("From: here on it's late.\nThanks"))
                .isEqualTo("From: here on it's late.\nThanks");
    }

    /** Whatever else is in the mail: a word that stands in a quote only is never in what is new. */
    @Test
    void quotedWordsNeverCount() {
        SplittableRandom random = new SplittableRandom(3676);
        String[] pieces = {
            "Thanks",
            "",
            "-- ",
            "On 24 Nov 2026, Shop wrote:",
            "> XQUOTED",
            ">> XQUOTED ",
            ">XQUOTED",
            "See you",
            "1 of 2:"
        };
        for (int i = 0; i < 3_000; i++) {
            StringBuilder mail = new StringBuilder();
            int lines = random.nextInt(12);
            for (int l = 0; l < lines; l++)
                mail.append(pieces[random.nextInt(pieces.length)]).append(random.nextBoolean() ? "\r\n" : "\n");
            assertThat(MailReplyText.findNew(mail.toString())).doesNotContain("XQUOTED");
        }
    }

    @Test
    void aMailOfFiveMegabytesTakesNoTime() {
        String huge = "word: 1\n".repeat(600_000) + QUOTE;
        long began = System.nanoTime();
        assertThat(MailReplyText.findNew(huge)).hasSizeLessThan(200_001);
        assertThat(System.nanoTime() - began).isLessThan(5_000_000_000L);
    }
}

package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.sms.SmsChannel;

class StarterPlanTest {
    @ParameterizedTest
    @EnumSource
    void everyNoticeIsADraftThatCouldSpeakInEveryLanguageOfItsChannels(StarterPlan plan) {
        Set<String> ids = new HashSet<>();
        for (String base : new String[] {"en", "de", "pl"}) {
            ids.clear();
            for (Notice notice : plan.list(base)) {
                assertThat(ids.add(notice.id())).as(notice.id()).isTrue();
                assertThat(notice.state()).isEqualTo(Notice.State.DRAFT);
                for (Channel channel : notice.routing().channels()) {
                    for (String language : channel.starterLanguages()) {
                        assertThat(WordingSelection.merge(notice, channel, language, Variant.EVERYONE, base)
                                        .map(w -> WordingCheck.findErrors(notice.purpose(), channel, w)))
                                .as("%s, %s, %s, by default %s", notice.id(), channel, language, base)
                                .hasValueSatisfying(errors -> assertThat(errors).isEmpty());
                    }
                }
            }
        }
    }

    @ParameterizedTest
    @EnumSource
    void itSaysForWhomAndWhenItSpeaks(StarterPlan plan) {
        assertThat(StarterPlan.fromCode(plan.code())).contains(plan);
        assertThat(plan.code()).isEqualTo(plan.code().toLowerCase(Locale.ROOT));
        assertThat(plan.description()).endsWith(".");
        // Who is told that a label was printed is told something that isn't so (common practice, no source).
        assertThat(plan.list("en")).noneMatch(n -> n.timing().stage() == Stage.PACKED);
    }

    /** The buttons of a question read in the language of the words around them; an SMS has a link instead. */
    @Test
    void theQuestionSpeaksTheDefaultLanguageAndTheOthersTheirOwn() {
        Notice asking = StarterPlan.USUAL.list("de").get(0);
        assertThat(asking.content().question().buttons().get(0).label()).isEqualTo("Ja, bitte packen");
        assertThat(asking.content().others())
                .filteredOn(o -> o.language().equals("en") && !o.channel().equals(SmsChannel.SMS))
                .isNotEmpty()
                .allSatisfy(o -> assertThat(o.wording().buttons()).containsEntry("confirm", "Yes, pack it"));
        assertThat(asking.content().wordings().values())
                .allSatisfy(w -> assertThat(w.buttons()).isNull());
    }
}

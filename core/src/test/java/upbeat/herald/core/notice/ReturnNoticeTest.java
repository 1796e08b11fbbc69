package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.sms.SmsContent;
import upbeat.herald.core.wording.sms.SmsLength;

/** Notices about what customers send back. */
class ReturnNoticeTest {
    private static final Notice BY_STAGE = Samples.notice(Stage.RETURNING, EmailChannel.EMAIL);
    private static final OrderSituation BACK = new OrderSituation(
            Samples.order(), Samples.parcel(), Stage.RETURNING, List.of(Stage.RETURNING), true, null);

    private static Notice notice(ReturnStep step) {
        Notice.Timing timing = new Notice.Timing(
                Trigger.returned(step),
                null,
                Duration.ZERO,
                null,
                null,
                Notice.Per.OCCASION,
                Notice.DEFAULT_AGE_LIMIT,
                Duration.ZERO);
        Notice like = Samples.notice(step.stage(), EmailChannel.EMAIL);
        return new Notice(
                "back-" + step.code(),
                like.name(),
                like.state(),
                like.audience(),
                timing,
                like.routing(),
                like.content());
    }

    static Stream<Arguments> starters() {
        return Channel.all().stream().flatMap(c -> c.starterLanguages().stream()
                .flatMap(l -> Stream.of(ReturnStep.values()).map(s -> Arguments.of(s, c, l))));
    }

    /** Each may be saved as it is, names the return, leaves no hole, and doesn't offer to send it again. */
    @ParameterizedTest
    @MethodSource("starters")
    void beginsWithWordsOfItsOwn(ReturnStep step, Channel channel, String language) {
        Notice n = notice(step);
        Wording w = Starters.find(n, channel, language).orElseThrow();
        assertThat(WordingCheck.findErrors(n.purpose(), channel, w)).isEmpty();
        MessageSubject plain = Samples.subject(Samples.order());
        MessageSubject.Tracking tracking = new MessageSubject.Tracking(
                plain.tracking().numbers(),
                1,
                null,
                true,
                MessageSubject.Pages.NONE,
                new MessageSubject.Returned(
                        "CP400000001XS",
                        plain.order().purchase().items().subList(0, 1),
                        "https://q.example/o/AAAAAAAAAfW0fYIt5kaql0A_slc/returns/1"));
        Rendered r = channel.render(
                w,
                new MessageSubject(
                        plain.order(),
                        plain.parcel(),
                        plain.carrier(),
                        plain.brand(),
                        null,
                        Locale.forLanguageTag(language),
                        tracking,
                        plain.days()));
        assertThat(r.subject() + r.text()).contains("CP400000001XS").doesNotContain("{{", "}}");
        if (channel.equals(EmailChannel.EMAIL)) assertThat(r.html()).contains("/returns/1\"");
        if (step == ReturnStep.REQUESTED) assertThat(r.text()).contains("/returns/1");
        if (channel.equals(SmsChannel.SMS)) {
            assertThat(SmsContent.lengthOf(r).encoding()).as(r.text()).isEqualTo(SmsLength.Encoding.GSM7);
            assertThat(SmsContent.lengthOf(r).segments()).isLessThanOrEqualTo(2);
        }
    }

    private static Moment moment(ReturnStep step, long id) {
        return step == ReturnStep.REQUESTED
                ? Moment.returnRequested(id, Samples.NOON)
                : Moment.of(new StageVisit(step.stage(), StageVisit.occasionOfReturn(id), Samples.NOON, false));
    }

    private static List<String> said(History history, Moment moment, Notice... plan) {
        return Decide.decide(List.of(plan), BACK, moment, history, Samples.NOON).messages().stream()
                .map(m -> m.notice().id())
                .toList();
    }

    @ParameterizedTest
    @EnumSource
    void isSetOffByItsOwnStepOnly(ReturnStep step) {
        Notice[] plan = {
            notice(ReturnStep.REQUESTED), notice(ReturnStep.ON_ITS_WAY), notice(ReturnStep.RECEIVED), BY_STAGE
        };
        assertThat(said(History.NONE, moment(step, 7), plan)).containsExactly("back-" + step.code());
    }

    @Test
    void whatTheCarrierBringsBackIsNoReturnOfTheCustomers() {
        Moment refused = new Moment(Stage.RETURNING, StageVisit.ONCE, Samples.NOON, null);
        assertThat(said(History.NONE, refused, notice(ReturnStep.ON_ITS_WAY), BY_STAGE))
                .as("nobody who sends something back is asked whether to send it again")
                .containsExactly(BY_STAGE.id());
    }

    @Test
    void eachReturnIsToldOfOnce() {
        Notice told = notice(ReturnStep.RECEIVED);
        String parcel = Samples.parcel().trackingNumber();
        History after = new History(
                Set.of(History.key(told.id(), parcel, "return-7")),
                Map.of(),
                false,
                Set.of(),
                OrderBackground.NONE,
                Map.of(),
                Set.of());
        assertThat(said(after, moment(ReturnStep.RECEIVED, 7), told)).isEmpty();
        assertThat(said(after, moment(ReturnStep.RECEIVED, 8), told)).hasSize(1);
    }

    @Test
    void isToldOfAnOrderThatWasRefundedMeanwhile() {
        OrderSituation refunded = new OrderSituation(
                Samples.order(), Samples.parcel(), Stage.RETURNED, List.of(Stage.RETURNED), true, Stage.REFUNDED);
        Notice told = notice(ReturnStep.RECEIVED);
        assertThat(Decide.decide(List.of(told), refunded, moment(ReturnStep.RECEIVED, 7), History.NONE, Samples.NOON)
                        .messages())
                .hasSize(1);
        assertThat(Decide.recheck(told, refunded, History.NONE, EmailChannel.EMAIL, Samples.NOON, Samples.NOON)
                        .obstacle())
                .isNull();
    }

    @Test
    void aScanOfThePastSaysNothing() {
        Moment old = Moment.of(new StageVisit(
                Stage.RETURNING, StageVisit.occasionOfReturn(7), Samples.NOON.minus(Duration.ofDays(9)), false));
        assertThat(said(History.NONE, old, notice(ReturnStep.ON_ITS_WAY))).isEmpty();
    }

    @Test
    void aReturnThatGoesQuietIsNoParcelThatWentQuiet() {
        Instant last = Samples.NOON.minus(Duration.ofDays(9));
        OrderSituation silent = new OrderSituation(
                Samples.order(), Samples.parcel(), Stage.RETURNING, List.of(Stage.RETURNING), true, null, last, null);
        Notice quiet = new Notice(
                "quiet",
                "Quiet",
                Notice.State.LIVE,
                BY_STAGE.audience(),
                new Notice.Timing(
                        Stage.DELAYED, 5, Duration.ZERO, null, null, Notice.Per.PARCEL, Notice.DEFAULT_AGE_LIMIT),
                BY_STAGE.routing(),
                BY_STAGE.content());
        Moment silence = Moment.silence(Stage.RETURNING, last, 5);
        assertThat(Decide.decide(List.of(quiet), silent, silence, History.NONE, silence.at())
                        .messages())
                .isEmpty();
    }
}

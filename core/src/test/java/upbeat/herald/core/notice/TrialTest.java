package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.Samples;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

/** A notice on trial is decided for customers and speaks to the team. */
class TrialTest {
    private static final Channel MAIL = EmailChannel.EMAIL;
    private static final Channel SMS = SmsChannel.SMS;
    private static final Notice LIVE = Samples.notice(Stage.DISPATCHED, MAIL);
    private static final Notice TRIAL = LIVE.withState(Notice.State.TRIAL);
    private static final Moment GONE = new Moment(Stage.DISPATCHED, "1", Samples.NOON, null);

    private static History team(Map<Channel, String> addresses, String... said) {
        return new History(Set.of(said), Map.of(), false, Set.of(), OrderBackground.NONE, addresses, Set.of());
    }

    private static OrderSituation situation(Order order) {
        return new OrderSituation(order, Samples.parcel(), Stage.DISPATCHED, List.of(Stage.DISPATCHED), true, null);
    }

    private static Decision decide(History history, Notice... plan) {
        return Decide.decide(List.of(plan), situation(Samples.order()), GONE, history, Samples.NOON);
    }

    @Test
    void goesToTheTeamInTheCustomersPlace() {
        PlannedMessage m =
                decide(team(Map.of(MAIL, "us@team.example")), TRIAL).messages().get(0);
        assertThat(m.to()).isEqualTo("us@team.example");
        assertThat(TeamOccasion.isTrial(m.occasion())).isTrue();
        assertThat(decide(team(Map.of(MAIL, "us@team.example")), LIVE)
                        .messages()
                        .get(0)
                        .to())
                .isEqualTo("ottoline@customer.example");
    }

    @Test
    void needsAnAddressOfTheTeamAndOneOfTheCustomer() {
        assertThat(decide(team(Map.of()), TRIAL).notSent().get(0).reason().text())
                .isEqualTo("The team has no e-mail address of its own. Enter one in Setup, Team");
        Order without = Samples.order("Ottoline", null, null, "AU", Payment.PREPAID, Order.Consent.UNKNOWN);
        Decision d = Decide.decide(
                List.of(TRIAL), situation(without), GONE, team(Map.of(MAIL, "us@team.example")), Samples.NOON);
        assertThat(d.messages()).isEmpty();
        assertThat(d.notSent().get(0).reason().text()).isEqualTo("The order has no e-mail address");
    }

    @Test
    void whatTheTeamWasToldTheCustomerWasNot() {
        PlannedMessage trial =
                decide(team(Map.of(MAIL, "us@team.example")), TRIAL).messages().get(0);
        String said = History.key(LIVE.id(), trial.parcel(), trial.occasion());
        assertThat(decide(team(Map.of(), said), LIVE).messages()).hasSize(1);
        assertThat(decide(team(Map.of(MAIL, "us@team.example"), said), TRIAL).messages())
                .isEmpty();
    }

    @Test
    void aTrialOfTheFurtherStageSilencesNobody() {
        Notice further = Samples.notice(Stage.IN_TRANSIT, MAIL).withId("further");
        Moment both = new Moment(Stage.DISPATCHED, "1", Samples.NOON, Stage.IN_TRANSIT);
        History history = team(Map.of(MAIL, "us@team.example"));
        OrderSituation there = situation(Samples.order());
        assertThat(Decide.decide(List.of(LIVE, further), there, both, history, Samples.NOON)
                        .messages())
                .isEmpty();
        Notice onTrial = further.withState(Notice.State.TRIAL);
        assertThat(Decide.decide(List.of(LIVE, onTrial), there, both, history, Samples.NOON)
                        .messages())
                .hasSize(1);
        assertThat(Decide.decide(List.of(TRIAL, onTrial), there, both, history, Samples.NOON)
                        .messages())
                .isEmpty();
    }

    @Test
    void aMessageNeverChangesWhomItIsFor() {
        PlannedMessage trial =
                decide(team(Map.of(MAIL, "us@team.example")), TRIAL).messages().get(0);
        assertThat(Decide.checkLive(TRIAL, trial.occasion())).isEmpty();
        assertThat(Decide.checkLive(LIVE, trial.occasion()))
                .hasValueSatisfying(r -> assertThat(r.text()).startsWith("The trial ended"));
        assertThat(Decide.checkLive(TRIAL, "1"))
                .hasValueSatisfying(r -> assertThat(r.text()).contains("back to a trial"));
        assertThat(Decide.checkLive(LIVE.withState(Notice.State.PAUSED), "1")).isPresent();
        assertThat(Decide.checkLive(null, "1")).isPresent();
        // Neither does the channel that stands in.
        assertThat(Decide.fallback(
                        LIVE,
                        situation(Samples.order()),
                        team(Map.of(SMS, "+46701740605")),
                        null,
                        trial.occasion(),
                        List.of(SMS),
                        Samples.NOON.plus(Duration.ofMinutes(10))))
                .isEmpty();
    }

    @Test
    void draftsAndPausedNoticesSaySo() {
        assertThat(decide(History.NONE, LIVE.withState(Notice.State.DRAFT))
                        .notSent()
                        .get(0)
                        .reason()
                        .text())
                .isEqualTo("The notice is a draft");
        assertThat(decide(History.NONE, LIVE.withState(Notice.State.PAUSED))
                        .notSent()
                        .get(0)
                        .reason()
                        .text())
                .isEqualTo("The notice is paused");
    }
}

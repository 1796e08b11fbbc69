package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.Samples.NOON;

import java.time.Duration;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.Samples;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

class TeamCopyTest {
    private static final Channel MAIL = EmailChannel.EMAIL;
    private static final Notice NEWS = Samples.notice(Stage.DISPATCHED, MAIL);

    private static History team(Map<Channel, String> addresses) {
        // Refused, stopped, answered: nothing that would keep a message from the customer counts for the team.
        return new History(
                Set.of(), Map.of(NEWS.id(), "yes"), true, Set.of(MAIL), OrderBackground.NONE, addresses, Set.of());
    }

    @Test
    void goesToTheTeamWhateverBecameOfTheCustomer() {
        Reachability to = Decide.recheckCopy(NEWS, team(Map.of(MAIL, "us@team.example")), MAIL, NOON, NOON);
        assertThat(to.address()).isEqualTo("us@team.example");
        assertThat(to.obstacle()).isNull();
    }

    @Test
    void saysWhatIsMissing() {
        Reachability none = Decide.recheckCopy(NEWS, team(Map.of(SmsChannel.SMS, "+46701740601")), MAIL, NOON, NOON);
        assertThat(none.obstacle().code()).isEqualTo(Reason.Code.NO_ADDRESS);
        assertThat(none.obstacle().text())
                .isEqualTo("The team has no e-mail address of its own. Enter one in Setup, Team");
    }

    @Test
    void isNoNewsAnyMoreWhenTheMessageWouldNotBe() {
        Duration late = NEWS.timing().ageLimit().plusMinutes(1);
        Reachability old = Decide.recheckCopy(NEWS, team(Map.of(MAIL, "us@team.example")), MAIL, NOON, NOON.plus(late));
        assertThat(old.obstacle().code()).isEqualTo(Reason.Code.TOO_OLD);
    }

    @Test
    void isAnOccasionOfItsOwn() {
        String copy = TeamOccasion.copy("2026-11-24");
        assertThat(TeamOccasion.isCopy(copy)).isTrue();
        assertThat(TeamOccasion.isForTeam(copy)).isTrue();
        assertThat(TeamOccasion.isTrial(copy)).isFalse();
        assertThat(TeamOccasion.isForTeam("2026-11-24")).isFalse();
        assertThat(History.key("n1", null, copy)).isNotEqualTo(History.key("n1", null, "2026-11-24"));
        // A trial has its own messages to the team already.
        assertThat(Decide.checkLive(NEWS, copy)).isEmpty();
        assertThat(Decide.checkLive(NEWS.withState(Notice.State.TRIAL), copy)).isPresent();
    }
}

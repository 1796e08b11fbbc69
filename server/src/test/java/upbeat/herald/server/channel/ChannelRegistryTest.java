package upbeat.herald.server.channel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

class ChannelRegistryTest {
    /** A gateway that only says whether it was closed. */
    private static final class Line implements Gateway, AutoCloseable {
        private final Channel channel;
        private boolean closed;
        private final boolean rude;

        Line(Channel channel, boolean rude) {
            this.channel = channel;
            this.rude = rude;
        }

        @Override
        public Channel channel() {
            return channel;
        }

        @Override
        public HandOver handOver(OutgoingMessage message) {
            return new HandOver.Accepted(null);
        }

        @Override
        public Optional<String> findOutage() {
            return Optional.empty();
        }

        @Override
        public ConnectionCheck checkConnection() {
            throw new UnsupportedOperationException();
        }

        @Override
        public int parallelism() {
            return 1;
        }

        @Override
        public boolean isIdempotent() {
            return false;
        }

        @Override
        public void close() {
            closed = true;
            if (rude) throw new IllegalStateException("no goodbye");
        }
    }

    @Test
    void aChannelIsFoundByItsCodeAndAnUnknownOneIsRefusedInWords() {
        ChannelRegistry registry = new ChannelRegistry(List.of(), null);
        assertThat(registry.parse("sms")).isEqualTo(SmsChannel.SMS);
        assertThatThrownBy(() -> registry.parse("pigeon"))
                .isInstanceOf(HeraldException.class)
                .hasMessageContaining("pigeon");
        assertThatThrownBy(() -> registry.get(SmsChannel.SMS)).hasMessageContaining("No module");
        assertThat(registry.findApproval(ChatChannel.WHATSAPP)).isEmpty();
    }

    @Test
    void aChannelHasOneGatewayAndAnotherTakesItsPlace() {
        Line mail = new Line(EmailChannel.EMAIL, false);
        GatewayRegistry gateways = GatewayRegistry.of(List.of(mail));
        assertThat(gateways.find(EmailChannel.EMAIL)).contains(mail);
        assertThat(gateways.find(SmsChannel.SMS)).isEmpty();
        Line other = new Line(EmailChannel.EMAIL, false);
        gateways.replace("email", GatewayRegistry.of(List.of(other)).list().get(0));
        assertThat(gateways.find(EmailChannel.EMAIL)).contains(other);
        @Nullable GatewayAccount none = null;
        gateways.replace("email", none);
        assertThat(gateways.list()).isEmpty();
    }

    @Test
    void closingOneThatFailsLeavesTheOthersToBeClosed() {
        Line rude = new Line(EmailChannel.EMAIL, true);
        Line calm = new Line(SmsChannel.SMS, false);
        GatewayRegistry.of(List.of(rude, calm)).close();
        assertThat(rude.closed).isTrue();
        assertThat(calm.closed).isTrue();
    }
}

package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.platform.http.OutboundNetwork;

/** Every gateway keeps to its network with each connection, not only when its account is entered. */
class GatewayNetworkTest {
    private final RunningApp app = RunningApp.shared();

    @ParameterizedTest
    @CsvSource({"email, none", "email, starttls", "email, tls", "sms, ", "whatsapp, "})
    void aGatewayOfThePublicNetworkOpensNoConnectionInside(String code, String tls) throws IOException {
        try (ServerSocket inside = new ServerSocket(0, 50, InetAddress.getLoopbackAddress())) {
            AtomicInteger calls = new AtomicInteger();
            Thread listener = new Thread(() -> count(inside, calls));
            listener.start();
            AccountSettings account = new AccountSettings(
                    Map.of(
                            "host",
                            "127.0.0.1",
                            "port",
                            inside.getLocalPort(),
                            "user",
                            "herald",
                            "tls",
                            tls == null ? "none" : tls,
                            "url",
                            "http://127.0.0.1:" + inside.getLocalPort()),
                    Map.of("password", "secret", "token", "secret"));
            assertThat(check(code, account, OutboundNetwork.PUBLIC).good()).isFalse();
            assertThat(calls).hasValue(0);
            assertThat(check(code, account, OutboundNetwork.ANYWHERE).good()).isFalse(); // it hangs up at once
            assertThat(calls.get()).as("it does call where it may").isPositive();
        }
    }

    private ConnectionCheck check(String code, AccountSettings account, OutboundNetwork network) {
        Channel channel = Channel.fromCode(code).orElseThrow();
        Gateway gateway =
                app.context.getBean(ChannelRegistry.class).get(channel).createGateway(channel.code(), account, network);
        try {
            return gateway.checkConnection();
        } finally {
            GatewayRegistry.close(gateway);
        }
    }

    private static void count(ServerSocket server, AtomicInteger calls) {
        try {
            while (true) {
                Socket caller = server.accept();
                calls.incrementAndGet(); // before the caller hears of it
                caller.close();
            }
        } catch (IOException e) {
            // closed: the test is over
        }
    }
}

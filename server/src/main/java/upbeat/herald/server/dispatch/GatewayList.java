package upbeat.herald.server.dispatch;

import java.util.List;

/** The gateways there are, at most one for each channel. */
public record GatewayList(List<Gateway> gateways) implements AutoCloseable {
    @Override
    public void close() throws Exception {
        for (Gateway gateway : gateways) if (gateway instanceof AutoCloseable open) open.close();
    }
}

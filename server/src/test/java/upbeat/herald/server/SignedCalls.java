package upbeat.herald.server;

import com.standardwebhooks.Webhook;
import java.net.http.HttpHeaders;
import java.util.List;
import java.util.Map;
import upbeat.herald.standins.CallReceiver.Call;

/** Calls as they came, held to the reference library of the Standard Webhooks specification. */
public final class SignedCalls {
    private SignedCalls() {}

    /** @throws Exception where the signature doesn't hold under this secret */
    public static void verify(Call call, String secret) throws Exception {
        new Webhook(secret)
                .verify(
                        call.body(),
                        HttpHeaders.of(
                                Map.of(
                                        "webhook-id", List.of(call.id()),
                                        "webhook-timestamp", List.of(call.timestamp()),
                                        "webhook-signature", List.of(call.signature())),
                                (k, v) -> true));
    }
}

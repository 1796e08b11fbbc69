package upbeat.herald.server.delivery.chat;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.web.ValidationException;

/** An account at a chat network, without its secrets. @param url address of the network's interface */
record ChatAccount(@Nullable String url) {
    ChatAccount {
        url = url == null ? "" : url;
    }

    static void validate(Map<String, Object> account, ValidationException errors) {
        errors.check(
                Texts.orEmpty(Json.convert(account, ChatAccount.class).url()).matches("https?://[^\\s<>\"]{1,200}"),
                "account.url",
                "Enter an address that begins with https://");
    }
}

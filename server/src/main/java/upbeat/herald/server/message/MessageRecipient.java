package upbeat.herald.server.message;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Channel;

/**
 * Whom a message reaches, and how.
 *
 * @param to e-mail address or phone number; null where there is none
 * @param language BCP 47
 */
public record MessageRecipient(Channel channel, @Nullable String to, String language) {}

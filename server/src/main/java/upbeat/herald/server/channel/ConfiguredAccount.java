package upbeat.herald.server.channel;

import java.util.Optional;
import upbeat.herald.core.wording.Channel;

/** The account of a channel as the operator's file or the environment sets it. */
public interface ConfiguredAccount {
    Channel channel();

    /** Empty where nothing is configured. */
    Optional<AccountSettings> settings();
}

package upbeat.herald.server.message;

import java.util.Locale;

/** By what messages are told apart where they are counted and looked for. */
public enum MessageDimension {
    NOTICE("notice_id"),
    STAGE("stage"),
    CHANNEL("channel"),
    STATUS("status"),
    REASON("reason_code"),
    SHOP("shop"),
    COUNTRY("country"),
    CARRIER("carrier"),
    LANGUAGE("language"),
    TEAM("for_team");

    final String column;

    MessageDimension(String column) {
        this.column = column;
    }

    /** The name that it has in addresses and in the interface. */
    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }
}

package upbeat.herald.core.credit;

import java.util.Locale;

/** Where credit can be. The four always sum to zero: what was paid in is available, held or spent. */
public enum LedgerAccount {
    /** What came from outside; below zero by all that was ever paid in. */
    PAYMENTS,
    /** What can be promised to further messages. */
    AVAILABLE,
    /** What is promised to messages that haven't left. */
    HELD,
    SPENT;

    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static LedgerAccount fromCode(String code) {
        return valueOf(code.toUpperCase(Locale.ROOT));
    }
}

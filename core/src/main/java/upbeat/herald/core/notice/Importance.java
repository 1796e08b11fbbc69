package upbeat.herald.core.notice;

/** Which messages come first where a customer would be sent too many in a day, see {@link DailyLimit}. */
public enum Importance {
    HIGH,
    NORMAL,
    LOW;

    boolean isBefore(Importance other) {
        return compareTo(other) < 0;
    }
}

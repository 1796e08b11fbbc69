package upbeat.herald.core.notice;

/**
 * A notice on trial is decided for real orders, but its messages go to the team's own addresses. Each is an occasion of
 * its own, so that the customer still hears when the notice goes live.
 */
public final class Trial {
    private static final String MARK = "trial/";

    private Trial() {}

    static String occasion(String occasion) {
        return MARK + occasion;
    }

    /** True where a message with this occasion is for the team, whatever became of its notice since. */
    public static boolean isTrial(String occasion) {
        return occasion.startsWith(MARK);
    }

    /** True where a message is still for those whom its notice speaks to now. */
    static boolean isMeantFor(Notice notice, String occasion) {
        return isTrial(occasion) == (notice.state() == Notice.State.TRIAL);
    }
}

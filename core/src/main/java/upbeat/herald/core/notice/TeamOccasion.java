package upbeat.herald.core.notice;

/**
 * Messages that go to the team's own addresses: those of a notice on trial, which is decided for real orders, and
 * copies of what a customer was sent. Each is an occasion of its own, so that it never stands for what the customer
 * hears.
 */
public final class TeamOccasion {
    private static final String TRIAL = "trial/";
    private static final String COPY = "copy/";

    private TeamOccasion() {}

    static String trial(String occasion) {
        return TRIAL + occasion;
    }

    /** Of the copy of a message. */
    public static String copy(String occasion) {
        return COPY + occasion;
    }

    /** True where a message with this occasion is for the team, whatever became of its notice since. */
    public static boolean isForTeam(String occasion) {
        return isTrial(occasion) || isCopy(occasion);
    }

    public static boolean isTrial(String occasion) {
        return occasion.startsWith(TRIAL);
    }

    public static boolean isCopy(String occasion) {
        return occasion.startsWith(COPY);
    }

    /** True where a message is still for those whom its notice speaks to now. */
    static boolean isMeantFor(Notice notice, String occasion) {
        return isTrial(occasion) == (notice.state() == Notice.State.TRIAL);
    }
}

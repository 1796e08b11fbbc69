package upbeat.herald.core.bounce;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * An enhanced status code (RFC 3463).
 *
 * @param kind 2 success, 4 temporary, 5 for good
 * @param subject 1 the address, 2 the mailbox, 3 the mail system, 4 the network, 5 the protocol, 6 the content, 7
 *     policy
 */
public record MailStatus(int kind, int subject, int detail) {
    private static final Pattern CODE = Pattern.compile("(?<![\\d.])([245])\\.(\\d{1,3})\\.(\\d{1,3})(?![\\d.])");

    private static final int ADDRESS = 1;
    /** 5.1.0 to 5.1.3 and 5.1.6, 5.1.10: no such mailbox, no such host, moved away, takes no mail. */
    private static final java.util.Set<Integer> OF_THE_ADDRESS = java.util.Set.of(0, 1, 2, 3, 6, 10);

    /** The first one in a server's words. */
    public static Optional<MailStatus> find(String words) {
        Matcher code = CODE.matcher(words);
        return code.find()
                ? Optional.of(new MailStatus(
                        Integer.parseInt(code.group(1)),
                        Integer.parseInt(code.group(2)),
                        Integer.parseInt(code.group(3))))
                : Optional.empty();
    }

    public boolean isPermanent() {
        return kind == 5;
    }

    /** True where the address itself is wrong, so that nothing should be sent to it any more. */
    public boolean isAddressBad() {
        return isPermanent() && subject == ADDRESS && OF_THE_ADDRESS.contains(detail);
    }

    @Override
    public String toString() {
        return kind + "." + subject + "." + detail;
    }
}

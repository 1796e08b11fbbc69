package upbeat.herald.server.platform.role;

import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/** What somebody may do; each role may do what those before it may. */
public enum Role {
    /** Looks at everything that is there about orders and messages, and changes nothing. */
    VIEW("view", "View"),
    /** The day's work: orders, parcels, answers, messages that failed. */
    WORK("work", "Work"),
    /** Plan, wording, shops, carriers, gateways, brand. */
    SET_UP("set-up", "Set up"),
    /** People and money too. */
    OWNER("owner", "Owner");

    private static final String PREFIX = "ROLE_";

    private final String code;
    private final String label;

    Role(String code, String label) {
        this.code = code;
        this.label = label;
    }

    public String code() {
        return code;
    }

    public String label() {
        return label;
    }

    public boolean includes(Role other) {
        return compareTo(other) >= 0;
    }

    /** As Spring Security names it. */
    public String authority() {
        return PREFIX + name();
    }

    public static Optional<Role> fromCode(@Nullable String code) {
        return Arrays.stream(values()).filter(r -> r.code.equals(code)).findFirst();
    }

    /** True where whoever asks now may do this much; for what only some may see of an answer. */
    public static boolean isCallers(Role needed) {
        return of(SecurityContextHolder.getContext().getAuthentication())
                .filter(role -> role.includes(needed))
                .isPresent();
    }

    /** Of whoever is signed in; empty for a machine and for nobody. */
    public static Optional<Role> of(@Nullable Authentication who) {
        if (who == null || !who.isAuthenticated()) return Optional.empty();
        return Arrays.stream(values())
                .filter(r -> who.getAuthorities().stream()
                        .anyMatch(a -> r.authority().equals(a.getAuthority())))
                .findFirst();
    }
}

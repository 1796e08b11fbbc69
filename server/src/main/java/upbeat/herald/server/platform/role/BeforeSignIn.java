package upbeat.herald.server.platform.role;

/** The calls that are open to who isn't signed in; each of them checks for itself. */
public final class BeforeSignIn {
    private static final String[] PATHS = {
        "/ui/session", "/ui/first-account", "/ui/invitation", "/ui/password-reset", "/ui/password-reset/ask"
    };

    private BeforeSignIn() {}

    public static String[] paths() {
        return PATHS.clone();
    }
}

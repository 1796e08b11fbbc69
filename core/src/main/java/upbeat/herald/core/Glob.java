package upbeat.herald.core;

/**
 * A pattern in which {@code *} stands for any characters and {@code ?} for one; letters count alike in either case. Its
 * time grows with pattern and text only, so nobody can type one that never ends.
 */
public final class Glob {
    private Glob() {}

    public static boolean isPattern(String text) {
        return text.indexOf('*') >= 0 || text.indexOf('?') >= 0;
    }

    public static boolean matches(String pattern, String text) {
        int p = 0;
        int t = 0;
        int star = -1;
        int from = 0;
        while (t < text.length()) {
            if (p < pattern.length() && pattern.charAt(p) == '*') {
                star = p++;
                if (p == pattern.length()) return true; // it takes all the rest
                from = t;
            } else if (p < pattern.length()
                    && (pattern.charAt(p) == '?' || isSame(pattern.charAt(p), text.charAt(t)))) {
                p++;
                t++;
            } else if (star >= 0) {
                // The last star takes one character more.
                p = star + 1;
                t = ++from;
            } else {
                return false;
            }
        }
        while (p < pattern.length() && pattern.charAt(p) == '*') p++;
        return p == pattern.length();
    }

    private static boolean isSame(char one, char other) {
        return one == other || fold(one) == fold(other);
    }

    /** One letter for both cases; most texts are ASCII, where that is quick. */
    private static char fold(char c) {
        if (c < 128) return c >= 'A' && c <= 'Z' ? (char) (c + 32) : c;
        return Character.toLowerCase(Character.toUpperCase(c));
    }
}

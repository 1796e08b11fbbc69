package upbeat.herald.core.audience;

/** How a person enters what a condition compares with. */
public enum ValueEntry {
    /** Values are chosen from a list. */
    CHOICES,
    /** Texts are typed; {@code *} stands for any characters and {@code ?} for one. */
    PATTERNS,
    /** A least and a greatest whole number, either of which may be left out. */
    NUMBERS,
    /** A currency, and a least and a greatest amount of it, either of which may be left out. */
    AMOUNTS,
    /** A first and a last day, either of which may be left out. */
    DAYS
}

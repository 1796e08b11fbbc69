package upbeat.herald.core.wording;

import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What an answer does, beside being kept.
 *
 * @param kind code of a {@link Kind}
 * @param value what it needs: a tag, the text of a note, the id of a series; null where it needs nothing
 */
public record AnswerEffect(String kind, @Nullable String value) {
    /** @param value what stands behind it on the screen */
    public enum Kind {
        ADD_TAG("add-tag", true),
        REMOVE_TAG("remove-tag", true),
        /** A note in the order's timeline; its text may have fields. */
        NOTE("note", true),
        /** Nothing more is sent about the order until somebody, or another answer, releases it. */
        HOLD("hold", false),
        RELEASE("release", false),
        /** The order leaves a series. */
        LEAVE_SERIES("leave-series", true),
        /** A mail to the team's own address. */
        TELL_TEAM("tell-team", false),
        /** A signed call to the shop. */
        CALL_SHOP("call-shop", false);

        private final String code;
        private final boolean needsValue;

        Kind(String code, boolean needsValue) {
            this.code = code;
            this.needsValue = needsValue;
        }

        public String code() {
            return code;
        }

        public boolean needsValue() {
            return needsValue;
        }

        public static Optional<Kind> fromCode(@Nullable String code) {
            for (Kind kind : values()) if (kind.code.equals(code)) return Optional.of(kind);
            return Optional.empty();
        }
    }

    public static AnswerEffect of(Kind kind) {
        return new AnswerEffect(kind.code(), null);
    }

    public static AnswerEffect of(Kind kind, String value) {
        return new AnswerEffect(kind.code(), value);
    }

    /** Empty for one that a later version knows. */
    public Optional<Kind> findKind() {
        return Kind.fromCode(kind);
    }
}

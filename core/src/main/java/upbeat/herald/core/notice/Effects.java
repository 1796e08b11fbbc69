package upbeat.herald.core.notice;

import java.util.List;
import upbeat.herald.core.wording.Channel;

/**
 * What else happens once a customer was sent a message of the notice.
 *
 * @param copies channels of which the team gets a copy, at its own address: a message of its own, which the customer
 *     doesn't see
 * @param addTags put on the order
 * @param removeTags taken off the order
 */
public record Effects(List<Channel> copies, List<String> addTags, List<String> removeTags) {
    public static final Effects NONE = new Effects(List.of(), List.of(), List.of());

    public Effects {
        copies = copies == null ? List.of() : List.copyOf(copies);
        addTags = addTags == null ? List.of() : List.copyOf(addTags);
        removeTags = removeTags == null ? List.of() : List.copyOf(removeTags);
    }

    /** True where it changes what conditions may ask for. */
    public boolean hasTags() {
        return !addTags.isEmpty() || !removeTags.isEmpty();
    }
}

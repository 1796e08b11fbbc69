package upbeat.herald.server.notice;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.web.ValidationException;

/** Tags as somebody typed them. */
final class Tags {
    private static final int LONGEST = 40;

    private Tags() {}

    static List<String> parse(String field, @Nullable List<String> typed, int most, ValidationException errors) {
        List<String> tags = new ArrayList<>();
        for (String t : typed == null ? List.<String>of() : typed) {
            String tag = Texts.blankToNull(t);
            if (tag == null || tags.contains(tag)) continue;
            if (tag.length() > LONGEST) errors.add(field, "Enter tags of up to " + LONGEST + " characters");
            tags.add(tag);
        }
        if (tags.size() > most) errors.add(field, "Enter up to " + most + " tags");
        return tags;
    }
}

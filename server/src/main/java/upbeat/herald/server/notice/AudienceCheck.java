package upbeat.herald.server.notice;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.Group;
import upbeat.herald.server.platform.web.ValidationException;

/** Whether an audience that somebody entered can be kept. */
public final class AudienceCheck {
    private static final int MOST_GROUPS = 10;

    private AudienceCheck() {}

    /**
     * The conditions that can be used, of an audience that is being written.
     *
     * @throws HeraldException where there are more than anybody may ask of thousands of orders
     */
    public static Audience requireUsable(Audience audience) {
        findExcess(audience).ifPresent(excess -> {
            throw new HeraldException("audience", excess);
        });
        return audience.usable();
    }

    private static Optional<String> findExcess(Audience audience) {
        if (audience.groups().size() > MOST_GROUPS)
            return Optional.of("An audience can have up to " + MOST_GROUPS + " groups");
        return audience.listConditions().size() > Audience.MOST_CONDITIONS
                ? Optional.of("An audience can have up to " + Audience.MOST_CONDITIONS + " conditions")
                : Optional.empty();
    }

    /** @param carriers keys of those that are there; {@code errors} gets what is wrong, by the place in the audience */
    static Audience check(@Nullable Audience audience, Set<String> carriers, ValidationException errors) {
        if (audience == null) return Audience.EVERYONE;
        findExcess(audience).ifPresent(excess -> errors.add("audience", excess));
        check("audience", audience.conditions(), carriers, errors);
        for (int i = 0; i < audience.groups().size(); i++) {
            Group group = audience.groups().get(i);
            check("audience.groups[" + i + "]", group.conditions(), carriers, errors);
        }
        List<Condition> apart = audience.findContradiction();
        if (!apart.isEmpty())
            errors.add(
                    "audience",
                    "No order can be both: " + describe(apart.get(0)) + ", and " + describe(apart.get(1))
                            + ". Remove one of them, or let any of them be enough");
        return audience;
    }

    private static void check(
            String place, List<Condition> conditions, Set<String> carriers, ValidationException errors) {
        for (int i = 0; i < conditions.size(); i++) {
            Condition c = conditions.get(i);
            String field = place + ".conditions[" + i + "]";
            c.fault().ifPresent(f -> errors.add(field, f.getMessage()));
            if (!c.kind().equals("carrier")) continue;
            for (String key : c.values()) if (!carriers.contains(key)) errors.add(field, "There is no carrier " + key);
        }
    }

    private static String describe(Condition condition) {
        return Audience.all(condition).describe(ConditionNames.KEYS);
    }
}

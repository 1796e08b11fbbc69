package upbeat.herald.core.audience.kind;

import java.util.stream.Stream;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;

/** The postcode of destination; spaces and hyphens don't count. */
public final class PostcodeKind extends PatternKind {
    @Override
    public String code() {
        return "postcode";
    }

    @Override
    public String label() {
        return "Postcode";
    }

    @Override
    String normalize(String text) {
        StringBuilder plain = new StringBuilder(text.length());
        text.chars().filter(c -> c != ' ' && c != '-').forEach(c -> plain.append((char) c));
        return plain.toString();
    }

    @Override
    Stream<String> textsOf(OrderFacts facts) {
        return facts.order().shipTo() == null
                ? Stream.empty()
                : Stream.ofNullable(facts.order().shipTo().postcode());
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "to postcodes like " + quote(condition);
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return textsOf(facts).findFirst().map(p -> "goes to the postcode " + p).orElse("has no postcode");
    }
}

package upbeat.herald.core.notice;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;

/**
 * Which of a notice's wordings a customer gets. First the language, by RFC 4647 lookup among the languages that have
 * something to say to this customer, the brand's own where none fits; then, within it, the most special variant, with
 * what it lacks taken from the less special ones.
 */
public final class WordingSelection {
    private WordingSelection() {}

    /**
     * @param language of the words, BCP 47
     * @param variant the most special one that has a part in it
     */
    public record Chosen(Wording wording, String language, Variant variant) {}

    /**
     * @param wanted languages, BCP 47, the customer's before that of the shop they bought from; any may be null
     * @param base of the words that everyone gets who wants none of the others
     * @return empty where the notice says nothing over this channel
     */
    public static Optional<Chosen> select(
            Notice notice, Channel channel, List<String> wanted, Variant customer, String base) {
        List<LocalizedWording> fitting = listAll(notice, channel, base).stream()
                .filter(w -> w.variant().matches(customer.shop(), customer.carrier(), customer.country()))
                .toList();
        if (fitting.isEmpty()) return Optional.empty();
        String language =
                language(fitting.stream().map(LocalizedWording::language).toList(), wanted, base);
        return merged(fitting, language).filter(c -> c.wording().hasBody()).or(() -> merged(fitting, base));
    }

    /** The wording of one language and variant as it would be used: with its missing parts filled. */
    public static Optional<Wording> merge(
            Notice notice, Channel channel, String language, Variant variant, String base) {
        List<LocalizedWording> less = listAll(notice, channel, base).stream()
                .filter(w ->
                        w.language().equalsIgnoreCase(language) && w.variant().isWithin(variant))
                .toList();
        return merged(less, language).map(Chosen::wording);
    }

    /**
     * The notice where another language becomes that of the words for everyone; empty where a channel has no words in
     * it.
     */
    public static Optional<Notice> changeBaseLanguage(Notice notice, String from, String to) {
        if (from.equalsIgnoreCase(to)) return Optional.of(notice);
        Map<Channel, Wording> base = new TreeMap<>();
        List<LocalizedWording> others = new ArrayList<>(notice.content().others());
        for (Map.Entry<Channel, Wording> e : notice.content().wordings().entrySet()) {
            Optional<LocalizedWording> next = others.stream()
                    .filter(o -> o.channel().equals(e.getKey())
                            && o.language().equalsIgnoreCase(to)
                            && o.variant().everyone()
                            && o.wording().hasBody())
                    .findFirst();
            if (next.isEmpty()) return Optional.empty();
            base.put(e.getKey(), next.get().wording());
            others.set(
                    others.indexOf(next.get()), new LocalizedWording(e.getKey(), from, Variant.EVERYONE, e.getValue()));
        }
        return Optional.of(notice.withWordings(base, others));
    }

    /** Every wording of a channel, the one for everyone in the brand's language first. */
    public static List<LocalizedWording> listAll(Notice notice, Channel channel, String base) {
        Wording plain = notice.content().wordings().get(channel);
        return Stream.concat(
                        plain == null
                                ? Stream.empty()
                                : Stream.of(new LocalizedWording(channel, base, Variant.EVERYONE, plain)),
                        notice.content().others().stream()
                                .filter(o -> o.channel().equals(channel)))
                .toList();
    }

    private static Optional<Chosen> merged(List<LocalizedWording> fitting, String language) {
        List<LocalizedWording> mine = new ArrayList<>(fitting.stream()
                .filter(w -> w.language().equalsIgnoreCase(language))
                .toList());
        mine.sort(Comparator.comparing(LocalizedWording::variant, Variant.MOST_SPECIAL));
        return mine.stream()
                .map(LocalizedWording::wording)
                .reduce(Wording::inheritFrom)
                .map(w -> new Chosen(w, mine.get(0).language(), mine.get(0).variant()));
    }

    /** RFC 4647, section 3.4, by the platform's own implementation. */
    static String language(List<String> there, List<String> wanted, String base) {
        Set<String> tags = new LinkedHashSet<>(there);
        return wanted.stream()
                .filter(Objects::nonNull)
                .flatMap(w -> lookup(w, tags).stream())
                .findFirst()
                .orElse(base);
    }

    private static Optional<String> lookup(String wanted, Set<String> tags) {
        try {
            String found = Locale.lookupTag(Locale.LanguageRange.parse(wanted), tags);
            return tags.stream().filter(t -> t.equalsIgnoreCase(found)).findFirst();
        } catch (IllegalArgumentException e) {
            return Optional.empty(); // a language nobody can read: as if none were given
        }
    }
}

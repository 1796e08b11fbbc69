package upbeat.herald.core.wording;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.ResourceBundle;
import java.util.ServiceLoader;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;

/**
 * A way to reach a customer. Everything about a channel that is a rule of the job stands in its own class: which
 * address of an order it uses, which consent it asks for, what its wording consists of, and how a message is rendered
 * and checked. The classes are found by {@link ServiceLoader}, so that a further channel is a further package and
 * nothing else. Two channels are equal if they have the same code.
 */
public abstract class Channel implements Comparable<Channel> {
    private static final class Registry {
        static final List<Channel> ALL = ServiceLoader.load(Channel.class, Channel.class.getClassLoader()).stream()
                .map(ServiceLoader.Provider::get)
                .sorted()
                .toList();
    }

    /** Every channel, in the order in which screens list them. */
    public static List<Channel> all() {
        return Registry.ALL;
    }

    /** The channel with this code, in any case. */
    public static Optional<Channel> fromCode(@Nullable String code) {
        if (code == null) return Optional.empty();
        String wanted = code.strip().toLowerCase(Locale.ROOT);
        return all().stream().filter(c -> c.code().equals(wanted)).findFirst();
    }

    /** For documents: a code that nobody knows is an error there. */
    @JsonCreator
    static Channel parse(String code) {
        return fromCode(code).orElseThrow(() -> new IllegalArgumentException("no channel " + code));
    }

    /** Lower case letters, stable: used in the API and the database. */
    @JsonValue
    public abstract String code();

    /** The channel in a sentence: "e-mail". */
    public abstract String label();

    /** Place among the channels, ascending. */
    protected abstract int position();

    /** The customer's address for this channel, or empty where the order has none. */
    public abstract Optional<String> addressOf(Order order);

    /** What kind of address it is, with its article left out: "e-mail address". */
    public abstract String addressLabel();

    /**
     * An address that a person typed, in the form in which it is used.
     *
     * @throws upbeat.herald.core.HeraldException where it can't be one; its message says how to write it
     */
    public abstract String parseAddress(@Nullable String typed);

    /** What the customer said about this channel; null where nothing is known. */
    public abstract @Nullable Boolean consentOf(Order.Consent consent);

    /** True where nothing may be sent before the customer agreed; else it is enough that nobody objected. */
    public boolean requiresConsent() {
        return false;
    }

    /**
     * The message as it leaves.
     *
     * @throws upbeat.herald.core.HeraldException where a field has neither a value nor a fallback
     */
    public abstract Rendered render(Wording wording, MessageSubject subject);

    /**
     * What is wrong with the parts of a wording that this channel uses; {@link WordingCheck} adds what holds for all.
     */
    protected abstract List<WordingError> checkParts(WordingPurpose purpose, Wording wording);

    /** What a careful colleague would say about a wording that may be saved, beside what holds for every channel. */
    protected List<WordingRemark> review(Wording wording, @Nullable Rendered rendered, Brand brand) {
        return List.of();
    }

    /** The words of a wording that a reader sees, for looking through; fields may stand in it. */
    protected String readableText(Wording wording) {
        return wording.text() == null ? "" : wording.text();
    }

    /** The words of a wording without lists, panels and buttons, for use on another channel. */
    protected abstract @Nullable String plainText(Wording wording);

    /** A wording of this channel made from another channel's words. */
    protected abstract Wording fromPlainText(String text, @Nullable Map<String, String> buttons);

    /** Languages in which there are starters, BCP 47. */
    public abstract List<String> starterLanguages();

    /**
     * The starter of a set of words.
     *
     * @param set {@code confirm}, or the code of a stage
     * @param buttons labels of the question's buttons in this language, or null
     * @throws java.util.MissingResourceException where the set has none for this channel
     */
    public abstract Wording starter(String set, ResourceBundle words, @Nullable Map<String, String> buttons);

    /**
     * A message that a person of the team writes to one customer, as it leaves; empty where the channel carries none.
     *
     * @param subject of an e-mail
     */
    public Optional<Rendered> renderPersonal(String subject, String text) {
        return Optional.empty();
    }

    /** How long after a customer wrote a person may write back; null where that doesn't matter. */
    public @Nullable Duration personalWindow() {
        return null;
    }

    /** How many characters a person may write at once. */
    public int longestPersonal() {
        return 2_000;
    }

    /**
     * The message with a word in front that says what it is, for whoever of the team reads it. Where the text is fixed
     * by a network, it stays as it is.
     */
    public Rendered markForTeam(Rendered message, String mark) {
        return message;
    }

    /** True where a wording has a place for the answer, or where the channel puts the answers there by itself. */
    public boolean isAsking(Wording wording) {
        return true;
    }

    /** A wording without its place for the answer. */
    public Wording withoutQuestion(Wording wording) {
        return wording;
    }

    /** A wording that asks nothing, with a place for the answer put in. */
    public Wording withQuestion(Wording wording) {
        return wording;
    }

    @Override
    public final int compareTo(Channel other) {
        int byPosition = Integer.compare(position(), other.position());
        return byPosition != 0 ? byPosition : code().compareTo(other.code());
    }

    @Override
    public final boolean equals(@Nullable Object other) {
        return other instanceof Channel c && c.code().equals(code());
    }

    @Override
    public final int hashCode() {
        return code().hashCode();
    }

    @Override
    public final String toString() {
        return code();
    }
}

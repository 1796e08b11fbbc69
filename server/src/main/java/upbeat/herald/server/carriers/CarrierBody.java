package upbeat.herald.server.carriers;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.CheckDigit;
import upbeat.herald.core.carrier.CodeRule;
import upbeat.herald.core.carrier.NumberFormat;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.Watch;
import upbeat.herald.server.web.Faults;

/**
 * A carrier as the interface, and a file of carriers, writes it.
 *
 * @param scans how they arrive: {@code pushed}, {@code file} or {@code asked}
 * @param logo picture as {@code data:image/png} address
 */
public record CarrierBody(
        @Nullable String key,
        @Nullable String name,
        @Nullable Boolean inUse,
        @Nullable String linkPattern,
        @Nullable String zone,
        @Nullable List<FormatBody> formats,
        @Nullable List<RuleBody> codes,
        @Nullable String scans,
        @Nullable AskBody ask,
        @Nullable String logo) {

    public record FormatBody(
            @Nullable String name,
            @Nullable String pattern,
            @Nullable String check) {}

    /** @param code or {@code contains}: the other is null */
    public record RuleBody(
            @Nullable String code,
            @Nullable String contains,
            @Nullable String stage) {}

    /** @param address with {@code {trackingNumber}} in it; times ISO 8601 */
    public record AskBody(
            @Nullable String address,
            @Nullable String interval,
            @Nullable Integer mostTries,
            @Nullable String limit) {}

    private static final int MOST_RULES = 500;
    private static final int LONGEST_LOGO = 120_000;

    static CarrierBody of(Carrier c) {
        return new CarrierBody(
                c.key(),
                c.name(),
                c.inUse(),
                c.linkPattern(),
                c.zone().getId(),
                c.formats().stream()
                        .map(f ->
                                new FormatBody(f.name(), f.pattern(), f.check().code()))
                        .toList(),
                c.codes().stream()
                        .map(r -> new RuleBody(r.code(), r.contains(), r.stage().code()))
                        .toList(),
                c.scans().name().toLowerCase(Locale.ROOT),
                c.ask() == null
                        ? null
                        : new AskBody(
                                c.ask().address(),
                                c.ask().watch().interval().toString(),
                                c.ask().watch().mostTries(),
                                c.ask().watch().limit().toString()),
                c.logo());
    }

    /** The carrier. @throws Faults naming every value that can't be used */
    Carrier toCarrier(String as) {
        Faults faults = new Faults();
        if (as == null || !as.matches("[a-z0-9][a-z0-9-]{0,39}"))
            faults.add("key", "A carrier's key has up to 40 lower case letters, digits and hyphens");
        if (Texts.blank(name) || name.length() > 80) faults.add("name", "A name has 1 to 80 characters");
        String link = Texts.orNull(linkPattern);
        if (link != null) link(link, "linkPattern", faults);
        ZoneId where = null;
        try {
            where = ZoneId.of(Texts.blank(zone) ? "UTC" : zone);
        } catch (DateTimeException e) {
            faults.add("zone", "\"" + zone + "\" is no time zone such as Europe/Stockholm");
        }
        List<NumberFormat> shapes = new ArrayList<>();
        for (FormatBody f : formats == null ? List.<FormatBody>of() : formats) {
            Optional<CheckDigit> check = CheckDigit.of(f.check() == null ? "none" : f.check());
            if (check.isEmpty()) faults.add("formats", "\"" + f.check() + "\" is no check digit rule");
            else
                try {
                    NumberFormat shape = new NumberFormat(f.name(), f.pattern(), check.get());
                    shape.validate();
                    shapes.add(shape);
                } catch (HeraldException e) {
                    faults.add("formats", e.getMessage());
                }
        }
        List<CodeRule> rules = rules(faults);
        Carrier.ScansArrive arrive = Carrier.ScansArrive.PUSHED;
        if (!Texts.blank(scans)) {
            try {
                arrive = Carrier.ScansArrive.valueOf(scans.toUpperCase(Locale.ROOT));
            } catch (IllegalArgumentException e) {
                faults.add("scans", "\"" + scans + "\": scans are pushed, in a file, or asked for");
            }
        }
        Carrier.Asking asking = ask == null ? null : asking(faults);
        if (arrive == Carrier.ScansArrive.ASKED
                && asking == null
                && faults.list().isEmpty()) faults.add("ask", "Give the address where it is asked");
        if (logo != null && (!logo.startsWith("data:image/png;base64,") || logo.length() > LONGEST_LOGO))
            faults.add("logo", "A logo is a PNG of up to 80 kB; load it with the button");
        faults.raise();
        return new Carrier(
                as, name.strip(), !Boolean.FALSE.equals(inUse), link, where, shapes, rules, arrive, asking, logo);
    }

    private static void link(String link, String field, Faults faults) {
        if (link.length() > 500 || !link.matches("https?://[^\\s<>\"]+"))
            faults.add(field, "An address begins with https:// and has no blanks");
        java.util.regex.Matcher unknown = java.util.regex.Pattern.compile(
                        "\\{(?!(?:trackingNumber|postcode|country|language)})([^}]*)}")
                .matcher(link);
        if (unknown.find())
            faults.add(
                    field,
                    "{" + unknown.group(1)
                            + "} is not known here; {trackingNumber}, {postcode}, {country} and {language} are");
    }

    private List<CodeRule> rules(Faults faults) {
        List<CodeRule> rules = new ArrayList<>();
        List<RuleBody> given = codes == null ? List.of() : codes;
        if (given.size() > MOST_RULES) faults.add("codes", "A code table has up to " + MOST_RULES + " lines");
        for (int i = 0; i < given.size(); i++) {
            RuleBody r = given.get(i);
            String code = Texts.orNull(r.code());
            String contains = Texts.orNull(r.contains());
            Stage stage = Stage.of(r.stage()).orElse(null);
            if (stage == null || stage.ofOrder())
                faults.add("codes[" + i + "].stage", "\"" + r.stage() + "\" is no stage of a parcel");
            else if ((code == null) == (contains == null))
                faults.add("codes[" + i + "].code", "A line has a code or a text, one of them");
            else rules.add(new CodeRule(code, contains, stage));
        }
        return rules;
    }

    private Carrier.Asking asking(Faults faults) {
        String address = Texts.orNull(ask.address());
        if (address == null) {
            faults.add("ask.address", "Give the address where it is asked");
            return null;
        }
        link(address, "ask.address", faults);
        if (!address.contains("{trackingNumber}"))
            faults.add("ask.address", "Put {trackingNumber} where the number belongs");
        try {
            return new Carrier.Asking(
                    address,
                    new Watch(
                            Texts.blank(ask.interval()) ? Watch.USUAL.interval() : Duration.parse(ask.interval()),
                            ask.mostTries() == null ? Watch.USUAL.mostTries() : ask.mostTries(),
                            Texts.blank(ask.limit()) ? Watch.USUAL.limit() : Duration.parse(ask.limit())));
        } catch (DateTimeParseException e) {
            faults.add("ask.interval", "\"" + e.getParsedString() + "\" is not an ISO 8601 duration such as PT30M");
        } catch (HeraldException e) {
            faults.add("ask." + e.field(), e.getMessage());
        }
        return null;
    }
}

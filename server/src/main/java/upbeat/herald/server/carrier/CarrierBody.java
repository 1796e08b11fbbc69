package upbeat.herald.server.carrier;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
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
import upbeat.herald.server.platform.web.ValidationException;

/**
 * A carrier as the interface, and a file of carriers, writes it.
 *
 * @param logo picture as {@code data:image/png} address
 */
public record CarrierBody(
        @Nullable String key,
        @Nullable String name,
        @Nullable Boolean inUse,
        @Nullable String linkPattern,
        @Nullable List<FormatBody> formats,
        @JsonUnwrapped ReportingBody reporting,
        @Nullable String logo) {

    /** @param scans how they arrive: {@code pushed}, {@code file} or {@code asked} */
    public record ReportingBody(
            @Nullable String zone,
            @Nullable List<RuleBody> codes,
            @Nullable String scans,
            @Nullable AskBody ask) {}

    public record FormatBody(
            @Nullable String name,
            @Nullable String pattern,
            @Nullable String check) {}

    /** @param code or {@code contains}: the other is null; {@code stage} {@code ignore} for one that says nothing */
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
                c.formats().stream()
                        .map(f ->
                                new FormatBody(f.name(), f.pattern(), f.check().code()))
                        .toList(),
                new CarrierBody.ReportingBody(
                        c.reporting().zone().getId(),
                        c.reporting().codes().stream()
                                .map(r -> new RuleBody(r.code(), r.contains(), r.stageCode()))
                                .toList(),
                        c.reporting().scans().name().toLowerCase(Locale.ROOT),
                        c.reporting().ask() == null
                                ? null
                                : new AskBody(
                                        c.reporting().ask().address(),
                                        c.reporting().ask().watch().interval().toString(),
                                        c.reporting().ask().watch().mostTries(),
                                        c.reporting().ask().watch().limit().toString())),
                c.logo());
    }

    /** The carrier. @throws ValidationException naming every value that can't be used */
    Carrier toCarrier(@Nullable String as) {
        ValidationException errors = new ValidationException();
        if (as == null || !as.matches("[a-z0-9][a-z0-9-]{0,39}"))
            errors.add("key", "Enter a short name of up to 40 lower-case letters, digits and hyphens");
        if (Texts.isBlank(name) || name.length() > 80) errors.add("name", "Enter a name of 1 to 80 characters");
        String link = Texts.blankToNull(linkPattern);
        if (link != null) link(link, "linkPattern", errors);
        ZoneId where = null;
        try {
            where = ZoneId.of(Texts.isBlank(reporting.zone()) ? "UTC" : reporting.zone());
        } catch (DateTimeException e) {
            errors.add("zone", "\"" + reporting.zone() + "\" isn't a time zone such as Europe/Stockholm");
        }
        List<NumberFormat> shapes = new ArrayList<>();
        for (FormatBody f : formats == null ? List.<FormatBody>of() : formats) {
            Optional<CheckDigit> check = CheckDigit.fromCode(f.check() == null ? "none" : f.check());
            if (check.isEmpty()) errors.add("formats", "\"" + f.check() + "\" isn't a check digit rule");
            else
                try {
                    NumberFormat shape =
                            new NumberFormat(Texts.orEmpty(f.name()), Texts.orEmpty(f.pattern()), check.get());
                    shape.validate();
                    shapes.add(shape);
                } catch (HeraldException e) {
                    errors.add("formats", e.getMessage());
                }
        }
        List<CodeRule> rules = rules(errors);
        Carrier.ScansArrive arrive = Carrier.ScansArrive.PUSHED;
        if (!Texts.isBlank(reporting.scans())) {
            try {
                arrive = Carrier.ScansArrive.valueOf(reporting.scans().toUpperCase(Locale.ROOT));
            } catch (IllegalArgumentException e) {
                errors.add("scans", "\"" + reporting.scans() + "\": choose sent to us, imported from files, or polled");
            }
        }
        Carrier.Asking asking = reporting.ask() == null ? null : asking(reporting.ask(), errors);
        if (arrive == Carrier.ScansArrive.ASKED
                && asking == null
                && errors.errors().isEmpty()) errors.add("ask", "Enter the address to poll");
        if (logo != null && (!logo.startsWith("data:image/png;base64,") || logo.length() > LONGEST_LOGO))
            errors.add("logo", "Upload a logo with the button; it can be a PNG of up to 80 kB");
        errors.throwIfAny();
        return new Carrier(
                Objects.requireNonNull(as),
                Objects.requireNonNull(name).strip(),
                !Boolean.FALSE.equals(inUse),
                link,
                shapes,
                new Carrier.Reporting(Objects.requireNonNull(where), rules, arrive, asking),
                logo);
    }

    private static void link(String link, String field, ValidationException errors) {
        if (link.length() > 500 || !link.matches("https?://[^\\s<>\"]+"))
            errors.add(field, "Enter an address that begins with https:// and has no spaces");
        else if (link.matches("https?://[^/?#]*\\{.*"))
            errors.add(field, "Fields can't be part of the server name. Put them after it");
        else if (!isAddress(link.replaceAll("\\{[^}]*}", "x")))
            errors.add(field, "This isn't a valid address once its fields are filled in");
        java.util.regex.Matcher unknown = java.util.regex.Pattern.compile(
                        "\\{(?!(?:trackingNumber|trackingNumberAsWritten|postcode|country|language)})([^}]*)}")
                .matcher(link);
        if (unknown.find())
            errors.add(
                    field,
                    "{" + unknown.group(1)
                            + "} isn't available. You can use {trackingNumber}, {trackingNumberAsWritten}, {postcode}, {country} and {language}");
    }

    private static boolean isAddress(String filled) {
        try {
            return java.net.URI.create(filled).getHost() != null;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    private List<CodeRule> rules(ValidationException errors) {
        List<CodeRule> rules = new ArrayList<>();
        List<RuleBody> given = reporting.codes() == null ? List.of() : reporting.codes();
        if (given.size() > MOST_RULES) errors.add("codes", "A code table can have up to " + MOST_RULES + " lines");
        for (int i = 0; i < given.size(); i++) {
            RuleBody r = given.get(i);
            String code = Texts.blankToNull(r.code());
            String contains = Texts.blankToNull(r.contains());
            Stage stage = Stage.fromCode(r.stage()).orElse(null);
            if (stage == null && !CodeRule.IGNORE.equals(r.stage()) || stage != null && stage.isOrderStage())
                errors.add("codes[" + i + "].stage", "\"" + r.stage() + "\" isn't a stage of a parcel");
            else if ((code == null) == (contains == null))
                errors.add("codes[" + i + "].code", "Enter either a code or a text");
            else rules.add(new CodeRule(code, contains, stage));
        }
        return rules;
    }

    private Carrier.@Nullable Asking asking(AskBody ask, ValidationException errors) {
        String address = Texts.blankToNull(ask.address());
        if (address == null) {
            errors.add("ask.address", "Enter the address to poll");
            return null;
        }
        link(address, "ask.address", errors);
        if (!address.contains("{trackingNumber}"))
            errors.add("ask.address", "Put {trackingNumber} where the number goes");
        try {
            return new Carrier.Asking(
                    address,
                    new Watch(
                            Texts.isBlank(ask.interval()) ? Watch.USUAL.interval() : Duration.parse(ask.interval()),
                            ask.mostTries() == null ? Watch.USUAL.mostTries() : ask.mostTries(),
                            Texts.isBlank(ask.limit()) ? Watch.USUAL.limit() : Duration.parse(ask.limit())));
        } catch (DateTimeParseException e) {
            errors.add("ask.interval", "\"" + e.getParsedString() + "\" is not an ISO 8601 duration such as PT30M");
        } catch (HeraldException e) {
            errors.add("ask." + e.field(), e.getMessage());
        }
        return null;
    }
}

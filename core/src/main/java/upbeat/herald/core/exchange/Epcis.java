package upbeat.herald.core.exchange;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.CheckDigit;

/**
 * Reads GS1 EPCIS 2.0 documents in JSON: each ObjectEvent, and each AggregationEvent's parent and children, with
 * business step and disposition of the Core Business Vocabulary, given bare, as URN or as web address. SSCCs come as
 * EPC URNs or GS1 Digital Links (GS1 EPC Tag Data Standard, 6.3.3; check digit by the GS1 General Specifications, 7.9);
 * any other identifier is taken as it stands.
 */
public final class Epcis {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final Pattern SSCC = Pattern.compile("urn:epc:id:sscc:(\\d{6,12})\\.(\\d{5,11})");
    private static final Pattern LINK = Pattern.compile("https?://[^/]+(?:/[^/]+)*?/00/(\\d{18})(?:[/?#].*)?");
    private static final Pattern OFFSET = Pattern.compile("[+-](?:(?:0\\d|1[0-3]):[0-5]\\d|14:00)");
    private static final Set<String> ACTIONS = Set.of("ADD", "OBSERVE");
    private static final int MOST = 100_000;

    private Epcis() {}

    /** @throws HeraldException where this is no EPCIS 2.0 document */
    public static StatusDocument read(byte[] document) {
        JsonNode root;
        try {
            root = JSON.readTree(new String(document, StandardCharsets.UTF_8));
        } catch (JacksonException e) {
            throw new HeraldException(
                    "",
                    "This isn't valid JSON"
                            + (e.getLocation() == null
                                    ? ""
                                    : " (line " + e.getLocation().getLineNr() + ", column "
                                            + e.getLocation().getColumnNr() + ")"));
        }
        JsonNode events;
        if (root.path("type").asString("").equals("EPCISDocument")) {
            if (!root.path("schemaVersion").asString("").startsWith("2."))
                throw new HeraldException(
                        "schemaVersion",
                        "Only EPCIS 2.0 can be read; this document says "
                                + root.path("schemaVersion").asString("nothing"));
            events = root.path("epcisBody").path("eventList");
            if (!events.isArray() && root.path("epcisBody").path("event").isObject())
                events = JSON.createArrayNode().add(root.path("epcisBody").path("event"));
        } else if (root.path("type").asString("").equals("EPCISQueryDocument"))
            events = root.path("epcisBody")
                    .path("queryResults")
                    .path("resultsBody")
                    .path("eventList");
        else
            throw new HeraldException(
                    "type",
                    "This isn't an EPCIS document. Its type is "
                            + root.path("type").asString("missing"));
        if (!events.isArray()) throw new HeraldException("epcisBody.eventList", "The document has no list of events");
        if (events.size() > MOST)
            throw new HeraldException(
                    "epcisBody.eventList",
                    "The document has more than " + MOST + " events. Split it into smaller files");
        List<StatusDocument.Entry> scans = new ArrayList<>();
        List<StatusDocument.Bad> bad = new ArrayList<>();
        int index = 0;
        for (JsonNode event : events) {
            try {
                for (StatusScan scan : event(event)) scans.add(new StatusDocument.Entry(index, scan));
            } catch (HeraldException e) {
                bad.add(new StatusDocument.Bad(index, e.getMessage()));
            }
            index++;
        }
        return new StatusDocument(scans, bad);
    }

    private static List<StatusScan> event(JsonNode e) {
        String type = e.path("type").asString("");
        if (!type.equals("ObjectEvent") && !type.equals("AggregationEvent"))
            throw new HeraldException(
                    "type",
                    "type: "
                            + (type.isEmpty()
                                    ? "it is missing"
                                    : type
                                            + " isn't about a parcel's way. Only ObjectEvent and AggregationEvent are read"));
        if (e.hasNonNull("errorDeclaration"))
            throw new HeraldException(
                    "errorDeclaration",
                    "The event takes back an earlier one (errorDeclaration). That can't be done by file: correct the parcel by hand");
        if (e.path("action").asString("").equals("DELETE"))
            throw new HeraldException(
                    "action", "action DELETE says that the identifier isn't used any more, not where the parcel is");
        if (!ACTIONS.contains(e.path("action").asString("")))
            throw new HeraldException("action", "action must be ADD or OBSERVE");
        String offset = e.path("eventTimeZoneOffset").asString("");
        if (!OFFSET.matcher(offset).matches())
            throw new HeraldException(
                    "eventTimeZoneOffset", "eventTimeZoneOffset: \"" + offset + "\" isn't an offset such as +01:00");
        Instant at;
        try {
            at = OffsetDateTime.parse(e.path("eventTime").asString("")).toInstant();
        } catch (DateTimeParseException wrong) {
            throw new HeraldException(
                    "eventTime",
                    "eventTime: \"" + e.path("eventTime").asString("") + "\" isn't a time with an offset (RFC 3339)");
        }
        String step = word(e.path("bizStep").asString(""), "bizstep");
        String disposition = word(e.path("disposition").asString(""), "disp");
        if (step.isEmpty() && disposition.isEmpty())
            throw new HeraldException(
                    "bizStep", "bizStep and disposition are missing. At least one must say what happened");
        String code = "cbv:" + (step.isEmpty() ? "any" : step) + (disposition.isEmpty() ? "" : "/" + disposition);
        String place = e.path("readPoint").path("id").asString(null);
        List<String> ids = new ArrayList<>();
        e.path(type.equals("ObjectEvent") ? "epcList" : "childEPCs").forEach(id -> ids.add(id.asString("")));
        // What is packed into or onto a unit moves with it, so the unit itself is there too.
        if (type.equals("AggregationEvent") && e.hasNonNull("parentID"))
            ids.add(0, e.path("parentID").asString(""));
        if (ids.isEmpty()) throw new HeraldException("epcList", "The event names no parcel (epcList is empty)");
        String day = at.atOffset(ZoneOffset.of(offset)).toLocalDate().toString();
        List<StatusScan> scans = new ArrayList<>();
        for (String id : ids)
            scans.add(new StatusScan(
                    null, trackingNumber(id), code, null, new StatusScan.When(at, null, day), place, null));
        return scans;
    }

    /** The vocabulary's word without the address in front of it. */
    private static String word(String value, String kind) {
        String bare = value.replaceFirst("^urn:epcglobal:cbv:" + kind + ":", "")
                .replaceFirst("^(?:cbv:|gs1:|https?://(?:ns|ref)\\.gs1\\.org/(?:cbv|voc)/)(?i:BizStep-|Disp-)?", "");
        return bare.length() > 120 ? bare.substring(0, 120) : bare;
    }

    static String trackingNumber(String id) {
        Matcher urn = SSCC.matcher(id);
        if (urn.matches() && urn.group(1).length() + urn.group(2).length() == 17) {
            String body = urn.group(2).charAt(0) + urn.group(1) + urn.group(2).substring(1);
            return body + CheckDigit.GS1.expected(body).orElseThrow();
        }
        Matcher link = LINK.matcher(id);
        if (link.matches()) return link.group(1);
        int last = Math.max(id.lastIndexOf(':'), id.lastIndexOf('/'));
        String number = id.startsWith("urn:") || id.startsWith("http") ? id.substring(last + 1) : id;
        if (number.isBlank() || number.length() > 60)
            throw new HeraldException(
                    "epcList",
                    "\"" + (id.length() > 80 ? id.substring(0, 80) + "..." : id) + "\" doesn't identify a parcel");
        return number;
    }
}

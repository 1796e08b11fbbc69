package upbeat.herald.core.exchange;

import io.xlate.edi.stream.EDIInputFactory;
import io.xlate.edi.stream.EDIStreamEvent;
import io.xlate.edi.stream.EDIStreamException;
import io.xlate.edi.stream.EDIStreamReader;
import io.xlate.edi.stream.EDIStreamValidationError;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;

/**
 * Reads UN/EDIFACT IFTSTA (international multimodal status report), directory D.01B and its neighbours: in each
 * consignment (CNI) each status (STS) with its time (DTM 334), the day delivery is expected (DTM 17), place (LOC) and
 * free text (FTX). Counts and references are judged before anything is used: an interchange that was cut short or
 * miscounted is refused whole. Segment meanings from memory; envelope by ISO 9735.
 */
public final class Iftsta {
    private static final EDIInputFactory FACTORY = EDIInputFactory.newFactory();
    private static final int MOST = 100_000;
    /** Code 17 of data element 2005: delivery date, estimated (from memory). */
    private static final String ESTIMATED = "17";

    private static final Pattern SYNTAX = Pattern.compile("UNB.(UNO[A-Z])");
    private static final Map<String, String> CHARSETS = Map.of(
            "UNOD", "ISO-8859-2",
            "UNOE", "ISO-8859-5",
            "UNOF", "ISO-8859-7",
            "UNOG", "ISO-8859-3",
            "UNOH", "ISO-8859-4",
            "UNOI", "ISO-8859-6",
            "UNOJ", "ISO-8859-8",
            "UNOK", "ISO-8859-9",
            "UNOW", "UTF-8",
            "UNOY", "UTF-8");
    /** What stands behind the minutes in format 303: a name without doubt, or an offset. */
    private static final Pattern OFFSET = Pattern.compile("([+-])(\\d{2}):?(\\d{2})?");

    private static final Map<String, String> ZONES = Map.of(
            "UTC", "+00", "GMT", "+00", "Z", "+00", "WET", "+00", "CET", "+01", "CES", "+02", "CEST", "+02", "EET",
            "+02", "EEST", "+03");

    private Iftsta() {}

    private static final class Reading {
        final List<StatusDocument.Entry> scans = new ArrayList<>();
        final List<StatusDocument.Bad> bad = new ArrayList<>();

        @Nullable String carrier;

        @Nullable String consignment;

        @Nullable String status;

        @Nullable String when;

        @Nullable String format;

        @Nullable String place;

        @Nullable String text;

        @Nullable LocalDate expected;

        int statuses;

        void segment(String tag, List<List<String>> e) {
            switch (tag) {
                case "UNH" -> {
                    close();
                    carrier = null;
                    consignment = null;
                    if (!"IFTSTA".equals(at(e, 1, 0)))
                        throw new HeraldException(
                                "",
                                "The interchange has a message of type " + at(e, 1, 0) + ". Only IFTSTA can be read");
                }
                case "NAD" -> {
                    if ("CA".equals(at(e, 0, 0)) && consignment == null) carrier = at(e, 1, 0);
                }
                case "CNI" -> {
                    close();
                    consignment = at(e, 1, 0);
                }
                case "STS" -> {
                    close();
                    status = at(e, 1, 0) == null ? "" : at(e, 1, 0);
                }
                case "DTM" -> {
                    if (status != null && "334".equals(at(e, 0, 0))) {
                        when = at(e, 0, 1);
                        format = at(e, 0, 2);
                    } else if (status != null && ESTIMATED.equals(at(e, 0, 0))) expected = day(at(e, 0, 1));
                }
                case "LOC" -> {
                    if (status != null && place == null) place = at(e, 1, 3) == null ? at(e, 1, 0) : at(e, 1, 3);
                }
                case "FTX" -> {
                    if (status != null && text == null) text = at(e, 3, 0);
                }
                case "UNT" -> close();
                default -> {}
            }
        }

        /** Ends the status that is open. */
        void close() {
            if (status == null) return;
            int index = statuses++;
            if (index >= MOST)
                throw new HeraldException(
                        "", "The interchange has more than " + MOST + " statuses. Split it into smaller files");
            try {
                if (consignment == null || consignment.isBlank())
                    throw new HeraldException("", "The status isn't part of a consignment (CNI)");
                if (status.isBlank())
                    throw new HeraldException("", "Consignment " + consignment + ": the status code (STS) is missing");
                scans.add(new StatusDocument.Entry(
                        index,
                        time(new StatusScan(
                                carrier,
                                consignment,
                                "rec24:" + status,
                                text,
                                new StatusScan.When(null, null, null),
                                place,
                                expected))));
            } catch (HeraldException wrong) {
                bad.add(new StatusDocument.Bad(index, wrong.getMessage()));
            }
            status = null;
            when = null;
            format = null;
            place = null;
            text = null;
            expected = null;
        }

        /** What can't be read is as if it were not there: the status itself is sound. */
        private static @Nullable LocalDate day(@Nullable String digits) {
            try {
                return digits == null
                        ? null
                        : LocalDate.parse(
                                digits.strip().substring(0, 8), java.time.format.DateTimeFormatter.BASIC_ISO_DATE);
            } catch (DateTimeException | StringIndexOutOfBoundsException e) {
                return null;
            }
        }

        private StatusScan time(StatusScan s) {
            if (when == null)
                throw new HeraldException(
                        "", "Consignment " + consignment + ": the time of the status (DTM 334) is missing");
            String digits = when.strip();
            try {
                LocalDate day = LocalDate.of(
                        Integer.parseInt(digits.substring(0, 4)),
                        Integer.parseInt(digits.substring(4, 6)),
                        Integer.parseInt(digits.substring(6, 8)));
                String kind =
                        format == null ? digits.length() == 8 ? "102" : digits.length() == 14 ? "204" : "203" : format;
                // A day alone is taken at noon: after what happened in the night and before what happens next.
                LocalTime time = kind.equals("102")
                        ? LocalTime.NOON
                        : LocalTime.of(
                                Integer.parseInt(digits.substring(8, 10)),
                                Integer.parseInt(digits.substring(10, 12)),
                                kind.equals("204") ? Integer.parseInt(digits.substring(12, 14)) : 0);
                if (!List.of("102", "203", "204", "303").contains(kind))
                    throw new HeraldException(
                            "",
                            "Consignment " + consignment + ": the time format " + kind
                                    + " isn't supported. Use 102, 203, 204 or 303");
                return kind.equals("303") && digits.length() > 12
                        ? at(
                                s,
                                new StatusScan.When(
                                        day.atTime(time)
                                                .toInstant(offset(
                                                        digits.substring(12).strip())),
                                        null,
                                        day.toString()))
                        : at(s, new StatusScan.When(null, day.atTime(time).toString(), null));
            } catch (DateTimeException | NumberFormatException | StringIndexOutOfBoundsException e) {
                throw new HeraldException(
                        "", "Consignment " + consignment + ": \"" + when + "\" isn't a time in format " + format);
            }
        }

        private static StatusScan at(StatusScan s, StatusScan.When when) {
            return new StatusScan(s.carrier(), s.trackingNumber(), s.code(), s.text(), when, s.place(), s.expectedOn());
        }

        private ZoneOffset offset(String zone) {
            Matcher offset = OFFSET.matcher(ZONES.getOrDefault(zone.toUpperCase(Locale.ROOT), zone));
            if (!offset.matches())
                throw new HeraldException(
                        "",
                        "Consignment " + consignment + ": the time zone " + zone
                                + " isn't known. Use UTC or an offset such as +01");
            int sign = offset.group(1).equals("-") ? -1 : 1;
            int minutes = offset.group(3) == null ? 0 : Integer.parseInt(offset.group(3));
            return ZoneOffset.ofHoursMinutes(sign * Integer.parseInt(offset.group(2)), sign * minutes);
        }

        private static @Nullable String at(List<List<String>> elements, int element, int component) {
            if (element >= elements.size() || component >= elements.get(element).size()) return null;
            String value = elements.get(element).get(component);
            return value == null || value.isBlank() ? null : value.strip();
        }
    }

    /** @throws HeraldException where the interchange as a whole is not sound */
    public static StatusDocument read(byte[] interchange) {
        if (new String(interchange, StandardCharsets.ISO_8859_1).isBlank())
            throw new HeraldException(
                    "", "There is nothing in it. Send a UN/EDIFACT IFTSTA interchange, which begins with UNA or UNB");
        Reading reading = new Reading();
        String tag = "";
        List<List<String>> elements = new ArrayList<>();
        boolean composite = false;
        boolean ended = false;
        try (EDIStreamReader reader =
                FACTORY.createEDIStreamReader(new ByteArrayInputStream(interchange), charset(interchange))) {
            while (reader.hasNext()) {
                EDIStreamEvent event = reader.next();
                switch (event) {
                    case START_INTERCHANGE -> {
                        if (!"EDIFACT".equals(reader.getStandard()))
                            throw new HeraldException("", "This is " + reader.getStandard() + ", not UN/EDIFACT");
                    }
                    case START_SEGMENT -> {
                        tag = reader.getText();
                        elements = new ArrayList<>();
                    }
                    case START_COMPOSITE -> {
                        composite = true;
                        elements.add(new ArrayList<>());
                    }
                    case END_COMPOSITE -> composite = false;
                    case ELEMENT_DATA -> {
                        if (composite) elements.get(elements.size() - 1).add(reader.getText());
                        else elements.add(new ArrayList<>(List.of(reader.getText())));
                    }
                    case END_SEGMENT -> reading.segment(tag, elements);
                    case SEGMENT_ERROR, ELEMENT_OCCURRENCE_ERROR, ELEMENT_DATA_ERROR -> {
                        // Without a schema of the message only the envelope is judged: its counts and references.
                        // A character set the library has no code for (such as UNOW) is read all the same.
                        if (tag.startsWith("UN")
                                && reader.getErrorType() != EDIStreamValidationError.INVALID_CODE_VALUE)
                            throw new HeraldException(
                                    "",
                                    "The interchange is damaged: " + words(String.valueOf(reader.getErrorType()))
                                            + " in segment " + tag + " (segment "
                                            + reader.getLocation().getSegmentPosition() + ")");
                    }
                    case END_INTERCHANGE -> ended = true;
                    default -> {}
                }
            }
        } catch (EDIStreamException e) {
            throw new HeraldException("", "The interchange can't be read to its end: " + e.getMessage());
        } catch (IOException e) {
            throw new HeraldException("", "The interchange can't be read: " + e.getMessage());
        } catch (java.util.NoSuchElementException | IllegalStateException e) {
            throw new HeraldException("", "This isn't an EDIFACT interchange");
        }
        if (!ended) throw new HeraldException("", "The interchange ends before its end (UNZ is missing)");
        return new StatusDocument(reading.scans, reading.bad);
    }

    /**
     * By the syntax identifier that stands in UNB (ISO 9735-1, annex on character repertoires; the list from memory).
     */
    private static String charset(byte[] interchange) {
        Matcher unb = SYNTAX.matcher(
                new String(interchange, 0, Math.min(200, interchange.length), StandardCharsets.ISO_8859_1));
        return unb.find() ? CHARSETS.getOrDefault(unb.group(1), "ISO-8859-1") : "ISO-8859-1";
    }

    private static String words(String type) {
        return type.toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
    }
}

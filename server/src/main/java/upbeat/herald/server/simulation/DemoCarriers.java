package upbeat.herald.server.simulation;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.CheckDigit;
import upbeat.herald.core.carrier.CodeRule;
import upbeat.herald.core.carrier.NumberFormat;
import upbeat.herald.core.carrier.S10;
import upbeat.herald.core.carrier.StandardCodes;
import upbeat.herald.core.journey.Stage;

/**
 * Invented carriers: a post that reports UPU event codes, two couriers with formats of their own, and a freight line
 * whose page takes no number.
 */
final class DemoCarriers {
    private static final ZoneId HARBOUR = ZoneId.of("Europe/Stockholm");

    /** A post that reports the UPU's events under S10 numbers of a user-assigned country. */
    static final Carrier POST = new Carrier(
            "skerry-post",
            "Skerry Post",
            true,
            "https://track.skerry-post.example/{trackingNumber}",
            List.of(new NumberFormat("Skerry Post item", "[A-Z]{2}(?<body>[0-9]{8})(?<check>[0-9])XS", CheckDigit.S10)),
            new Carrier.Reporting(HARBOUR, StandardCodes.UPU.rules(), Carrier.ScansArrive.PUSHED, null),
            null);

    static final Carrier HOPGATE = new Carrier(
            "hopgate",
            "Hopgate Couriers",
            true,
            "https://hopgate.example/find?no={trackingNumber}&zip={postcode}",
            List.of(new NumberFormat("Hopgate parcel", "HOP[0-9]{9}", CheckDigit.LUHN)),
            new Carrier.Reporting(
                    HARBOUR,
                    List.of(
                            rule("10", Stage.PACKED),
                            rule("20", Stage.DISPATCHED),
                            rule("30", Stage.IN_TRANSIT),
                            rule("40", Stage.OUT_FOR_DELIVERY),
                            rule("45", Stage.ATTEMPTED),
                            rule("50", Stage.DELIVERED),
                            rule("60", Stage.DELAYED),
                            rule("70", Stage.RETURNING),
                            rule("79", Stage.RETURNED),
                            new CodeRule(null, "parcel shop", Stage.READY_FOR_COLLECTION)),
                    Carrier.ScansArrive.PUSHED,
                    null),
            null);
    static final Carrier SANDKETTLE = new Carrier(
            "sandkettle",
            "Sandkettle Parcels",
            true,
            "https://parcels.sandkettle.example/{language}/{trackingNumber}",
            List.of(new NumberFormat("Sandkettle parcel", "SK[0-9]{8}", CheckDigit.GS1)),
            new Carrier.Reporting(
                    HARBOUR,
                    List.of(
                            new CodeRule(null, "picked up", Stage.DISPATCHED),
                            new CodeRule(null, "depot", Stage.IN_TRANSIT),
                            new CodeRule(null, "on the van", Stage.OUT_FOR_DELIVERY),
                            new CodeRule(null, "nobody in", Stage.ATTEMPTED),
                            new CodeRule(null, "handed over", Stage.DELIVERED),
                            new CodeRule(null, "delay", Stage.DELAYED),
                            new CodeRule(null, "back to sender", Stage.RETURNING)),
                    Carrier.ScansArrive.PUSHED,
                    null),
            null);
    static final Carrier FREIGHT = new Carrier(
            "grainbarge",
            "Grainbarge Freight",
            true,
            "https://grainbarge.example/where-is-it",
            List.of(new NumberFormat("Grainbarge consignment", "GB[0-9]{6}", CheckDigit.NONE)),
            new Carrier.Reporting(
                    HARBOUR,
                    List.of(
                            rule("LOAD", Stage.DISPATCHED),
                            rule("MOVE", Stage.IN_TRANSIT),
                            rule("TAIL", Stage.OUT_FOR_DELIVERY),
                            rule("DONE", Stage.DELIVERED),
                            rule("WAIT", Stage.DELAYED)),
                    Carrier.ScansArrive.PUSHED,
                    null),
            null);
    static final List<Carrier> ALL = List.of(POST, HOPGATE, SANDKETTLE, FREIGHT);

    /**
     * The rest of the directory, out of use until somebody needs one: invented names, each with its own tracking page.
     */
    static List<Carrier> others() {
        String[] first = {
            "Alder",
            "Bracken",
            "Cobble",
            "Dunlin",
            "Ember",
            "Fathom",
            "Gannet",
            "Heron",
            "Isthmus",
            "Juniper",
            "Kestrel",
            "Lantern",
            "Marram",
            "Nettle",
            "Osier",
            "Pebble",
            "Quay",
            "Rushlight",
            "Saltmarsh",
            "Thistle",
            "Umber",
            "Vetch",
            "Willow",
            "Yarrow"
        };
        String[] second = {"Express", "Freight", "Post", "Parcels", "Couriers", "Lines"};
        CheckDigit[] checks = {CheckDigit.LUHN, CheckDigit.GS1, CheckDigit.MOD_11_10, CheckDigit.NONE};
        List<Carrier> others = new ArrayList<>();
        for (int i = 0; i < first.length; i++) {
            String name = first[i] + " " + second[i * 5 % second.length];
            String key = name.toLowerCase(Locale.ROOT).replace(' ', '-');
            String letters = first[i].substring(0, 3).toUpperCase(Locale.ROOT);
            others.add(new Carrier(
                    key,
                    name,
                    false,
                    "https://" + key + ".example/follow/" + (i % 5 == 4 ? "" : "{trackingNumber}"),
                    List.of(new NumberFormat(first[i] + " parcel", letters + "[0-9]{10}", checks[i % checks.length])),
                    new Carrier.Reporting(HARBOUR, List.of(), Carrier.ScansArrive.PUSHED, null),
                    null));
        }
        return others;
    }

    private DemoCarriers() {}

    /** A number such as the carrier gives; those of the post have a true check digit and a user-assigned country. */
    static String number(Carrier carrier, Random random) {
        if (carrier == POST) {
            String serial = String.format("%08d", random.nextInt(100_000_000));
            return "RX" + serial + S10.checkDigit(serial) + "XS";
        }
        if (carrier == HOPGATE) {
            String serial = String.format("%08d", random.nextInt(100_000_000));
            return "HOP " + serial.substring(0, 4) + " " + serial.substring(4) + " "
                    + CheckDigit.LUHN.expected(serial).orElseThrow();
        }
        if (carrier == SANDKETTLE) {
            String serial = String.format("%07d", 1_000_000 + random.nextInt(9_000_000));
            return "SK " + serial.substring(0, 2) + "-" + serial.substring(2, 5) + "-" + serial.substring(5)
                    + CheckDigit.GS1.expected(serial).orElseThrow();
        }
        return String.format("GB%06d", random.nextInt(1_000_000));
    }

    /** The scan by which a carrier tells of a stage: its code, its text. */
    static String[] says(Carrier carrier, Stage stage) {
        if (carrier == SANDKETTLE) {
            return switch (stage) {
                case DISPATCHED -> new String[] {null, "Picked up at sender"};
                case IN_TRANSIT -> new String[] {null, "Left depot"};
                case OUT_FOR_DELIVERY -> new String[] {null, "On the van"};
                case ATTEMPTED -> new String[] {null, "Nobody in, card left"};
                case DELIVERED -> new String[] {null, "Handed over"};
                case DELAYED -> new String[] {null, "Delay, weather"};
                default -> new String[] {null, "Back to sender"};
            };
        }
        if (carrier == HOPGATE && stage == Stage.READY_FOR_COLLECTION)
            return new String[] {"48", "Waiting in parcel shop"};
        return carrier.reporting().codes().stream()
                .filter(r -> r.stage() == stage && r.code() != null)
                .findFirst()
                .map(r -> new String[] {r.code(), sentence(stage)})
                .orElse(new String[] {"X9", "Event X9"});
    }

    private static CodeRule rule(String code, Stage stage) {
        return new CodeRule(code, null, stage);
    }

    private static String sentence(Stage stage) {
        return Character.toUpperCase(stage.label().charAt(0)) + stage.label().substring(1);
    }
}

package upbeat.herald.server.demo;

import java.time.ZoneId;
import java.util.List;
import java.util.Random;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.CodeRule;
import upbeat.herald.core.carrier.S10;
import upbeat.herald.core.journey.Stage;

/** Invented carriers: a post that reports UPU event codes, two couriers with formats of their own, and a freight line whose page takes no number. */
final class DemoCarriers {
    private static final ZoneId HARBOUR = ZoneId.of("Europe/Stockholm");

    /** UPU event codes EMA to EMI, and EDG, EDH for delivery and collection; meanings from memory of UPU standard M40. */
    static final Carrier POST = new Carrier("skerry-post", "Skerry Post", "https://track.skerry-post.example/{trackingNumber}", HARBOUR, List.of(
            rule("EMA", Stage.DISPATCHED), rule("EMB", Stage.IN_TRANSIT), rule("EMC", Stage.IN_TRANSIT), rule("EMD", Stage.IN_TRANSIT), rule("EME", Stage.DELAYED), rule("EMF", Stage.IN_TRANSIT),
            rule("EMG", Stage.IN_TRANSIT), rule("EDG", Stage.OUT_FOR_DELIVERY), rule("EDH", Stage.READY_FOR_COLLECTION), rule("EMH", Stage.ATTEMPTED), rule("EMI", Stage.DELIVERED)));
    static final Carrier HOPGATE = new Carrier("hopgate", "Hopgate Couriers", "https://hopgate.example/find?no={trackingNumber}&zip={postcode}", HARBOUR, List.of(
            rule("10", Stage.PACKED), rule("20", Stage.DISPATCHED), rule("30", Stage.IN_TRANSIT), rule("40", Stage.OUT_FOR_DELIVERY), rule("45", Stage.ATTEMPTED), rule("50", Stage.DELIVERED), rule("60", Stage.DELAYED),
            rule("70", Stage.RETURNING), rule("79", Stage.RETURNED), new CodeRule(null, "parcel shop", Stage.READY_FOR_COLLECTION)));
    static final Carrier SANDKETTLE = new Carrier("sandkettle", "Sandkettle Parcels", "https://parcels.sandkettle.example/{language}/{trackingNumber}", HARBOUR, List.of(
            new CodeRule(null, "picked up", Stage.DISPATCHED), new CodeRule(null, "depot", Stage.IN_TRANSIT), new CodeRule(null, "on the van", Stage.OUT_FOR_DELIVERY), new CodeRule(null, "nobody in", Stage.ATTEMPTED),
            new CodeRule(null, "handed over", Stage.DELIVERED), new CodeRule(null, "delay", Stage.DELAYED), new CodeRule(null, "back to sender", Stage.RETURNING)));
    static final Carrier FREIGHT = new Carrier("grainbarge", "Grainbarge Freight", "https://grainbarge.example/where-is-it", HARBOUR, List.of(
            rule("LOAD", Stage.DISPATCHED), rule("MOVE", Stage.IN_TRANSIT), rule("TAIL", Stage.OUT_FOR_DELIVERY), rule("DONE", Stage.DELIVERED), rule("WAIT", Stage.DELAYED)));

    static final List<Carrier> ALL = List.of(POST, HOPGATE, SANDKETTLE, FREIGHT);

    private DemoCarriers() {}

    /** A number such as the carrier gives; those of the post have a true check digit and a user-assigned country. */
    static String number(Carrier carrier, Random random) {
        if (carrier == POST) {
            String serial = String.format("%08d", random.nextInt(100_000_000));
            return "RX" + serial + S10.checkDigit(serial) + "XS";
        }
        if (carrier == HOPGATE) return String.format("HOP %04d %04d %d", random.nextInt(10_000), random.nextInt(10_000), random.nextInt(10));
        if (carrier == SANDKETTLE) return String.format("SK %02d-%03d-%04d", 10 + random.nextInt(90), random.nextInt(1000), random.nextInt(10_000));
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
        if (carrier == HOPGATE && stage == Stage.READY_FOR_COLLECTION) return new String[] {"48", "Waits in parcel shop"};
        return carrier.codes().stream().filter(r -> r.stage() == stage && r.code() != null).findFirst().map(r -> new String[] {r.code(), sentence(stage)})
                .orElse(new String[] {"X9", "Event X9"});
    }

    private static CodeRule rule(String code, Stage stage) {
        return new CodeRule(code, null, stage);
    }

    private static String sentence(Stage stage) {
        return Character.toUpperCase(stage.words().charAt(0)) + stage.words().substring(1);
    }
}

package upbeat.herald.server.simulation;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;

/** Made-up people who order kites. Hosts are reserved (RFC 2606), phone ranges are kept for fiction. */
final class DemoOrders {
    private record Land(String country, String currency, String[] cities, String postcode) {}

    private record Ware(String sku, String name, String price) {}

    private static final List<String> FIRST = List.of(
            "Ottoline",
            "Ruben",
            "Marguerite",
            "Ivo",
            "Beata",
            "Tomás",
            "Anneliese",
            "Yuki",
            "Pádraig",
            "Noor",
            "Elif",
            "Cosima",
            "Jorun",
            "Dorothea",
            "Sune",
            "Mireille",
            "Bram",
            "Talia",
            "Gethin",
            "Zoë",
            "Oskar",
            "Fenna",
            "Lubna",
            "Casimir",
            "Wren",
            "Idris",
            "Saoirse",
            "Halvor");
    private static final List<String> LAST = List.of(
            "Brack",
            "Aaltje",
            "Poll",
            "Szczepan",
            "Lindqvist",
            "Ferreira",
            "Korb",
            "Harrow",
            "Quill",
            "Vermeulen",
            "Stray",
            "Velde",
            "Haas",
            "Wick",
            "Albrekt",
            "Onfray",
            "Oostende",
            "Reyes",
            "Vale",
            "O'Dell",
            "Featherstonehaugh-Lindenbaum",
            "Mast",
            "Rook",
            "Tern");
    private static final List<Land> LANDS = List.of(
            new Land("SE", "SEK", new String[] {"Lund", "Visby", "Kalmar"}, "22%03d"),
            new Land("DE", "EUR", new String[] {"Husum", "Celle", "Passau"}, "29%03d"),
            new Land("GB", "GBP", new String[] {"Whitby", "Frome", "Oban"}, "YO22 4%02d"),
            new Land("FR", "EUR", new String[] {"Dieppe", "Annecy", "Sète"}, "76%03d"),
            new Land("US", "USD", new String[] {"Astoria", "Duluth", "Camden"}, "97%03d"),
            new Land("CA", "CAD", new String[] {"Lunenburg", "Gimli"}, "B0J 2C%d"),
            new Land("AU", "AUD", new String[] {"Hobart", "Fremantle"}, "70%02d"),
            new Land("IE", "EUR", new String[] {"Kinsale", "Sligo"}, "P17 X%03d"));
    private static final List<Ware> WARES = List.of(
            new Ware("BK-1", "Box kite", "60.50"),
            new Ware("DK-2", "Delta kite", "38.00"),
            new Ware("SK-3", "Sled kite", "24.90"),
            new Ware("RT-4", "Ribbon tail", "12.00"),
            new Ware("LR-5", "Line reel, 100 m", "18.40"),
            new Ware("WV-6", "Wind vane", "47.00"),
            new Ware("SP-7", "Spinner tail", "9.60"),
            new Ware("KB-8", "Kite bag", "21.00"));
    private static final int[] FICTION_AU = {6, 156, 157, 158, 159, 110};

    private DemoOrders() {}

    static Order order(String shop, String number, Instant placedAt, Random random) {
        Land land = LANDS.get(random.nextInt(LANDS.size()));
        String first = FIRST.get(random.nextInt(FIRST.size()));
        String last = LAST.get(random.nextInt(LAST.size()));
        String name = first + " " + last;
        boolean mute = random.nextInt(45) == 0;
        String email = mute || random.nextInt(14) == 0 ? null : mailbox(first, last, random) + "@customer.example";
        String phone = mute || random.nextInt(8) == 0 ? null : phone(land.country(), random);
        int chance = random.nextInt(10);
        Order.Consent consent =
                new Order.Consent(null, chance == 0 ? Boolean.FALSE : null, chance < 6 ? Boolean.TRUE : null);
        List<Order.Item> items = new ArrayList<>();
        BigDecimal total = BigDecimal.ZERO;
        int lines = 1 + (random.nextInt(3) == 0 ? random.nextInt(4) : 0);
        for (int i = 0; i < lines; i++) {
            Ware ware = WARES.get((random.nextInt(WARES.size() - lines) + i));
            if (items.stream().anyMatch(x -> ware.sku().equals(x.sku()))) continue;
            int quantity = 1 + (random.nextInt(4) == 0 ? random.nextInt(3) : 0);
            items.add(new Order.Item(ware.sku(), ware.name(), quantity, new BigDecimal(ware.price()), null));
            total = total.add(new BigDecimal(ware.price()).multiply(BigDecimal.valueOf(quantity)));
        }
        String city = land.cities()[random.nextInt(land.cities().length)];
        String postcode = String.format(
                Locale.ROOT, land.postcode(), random.nextInt(land.country().equals("CA") ? 10 : 100));
        Order.ShipTo to = new Order.ShipTo(
                name, (1 + random.nextInt(90)) + " Lantern Lane", city, null, postcode, land.country());
        return new Order(
                shop,
                number,
                placedAt,
                new Order.Customer(name, email, phone, "en"),
                to,
                new Order.Purchase(
                        random.nextInt(4) == 0 ? Payment.CASH_ON_DELIVERY : Payment.PREPAID,
                        land.currency(),
                        total,
                        items),
                consent,
                List.of());
    }

    private static String mailbox(String first, String last, Random random) {
        String plain =
                Texts.removeAccents(first + "." + last).toLowerCase(Locale.ROOT).replaceAll("[^a-z.]", "");
        return (random.nextInt(60) == 0 ? "bounce." : "") + plain;
    }

    private static String phone(String country, Random random) {
        int n = random.nextInt(100);
        return switch (country) {
            case "SE" -> "+46701740" + (605 + random.nextInt(95));
            case "DE" -> String.format("+4917139200%02d", n);
            case "GB" -> String.format("+447700900%03d", random.nextInt(1000));
            case "FR" -> String.format("+336399800%02d", n);
            case "US" -> String.format("+1212555%04d", 100 + n);
            case "CA" -> String.format("+1902555%04d", 100 + n);
            case "AU" -> "+61491570" + String.format("%03d", FICTION_AU[random.nextInt(FICTION_AU.length)]);
            default -> String.format("+3532091201%02d", n);
        };
    }
}

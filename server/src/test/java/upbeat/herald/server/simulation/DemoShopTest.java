package upbeat.herald.server.simulation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.server.platform.persistence.Json;

class DemoShopTest {
    /** The whole of a shop's document is found by names and values alone. */
    @Test
    void theSampleIsReadByItsProposal() {
        Mapping.Read read = DemoShop.mapping().readOrder(Json.readTree(DemoShop.SAMPLE));
        assertThat(read.faults()).isEmpty();
        assertThat(read.order())
                .containsEntry("number", "QK-20900")
                .containsEntry("placedAt", "2026-11-24T13:05:00Z")
                .containsEntry("payment", "cash-on-delivery")
                .containsEntry("currency", "SEK")
                .containsEntry("total", "84.50")
                .containsEntry(
                        "customer",
                        Map.of(
                                "name",
                                "Ottoline Brack",
                                "email",
                                "ottoline.brack@customer.example",
                                "phone",
                                "+46701740605",
                                "language",
                                "en"))
                .containsEntry(
                        "shipTo",
                        Map.of(
                                "name",
                                "Ottoline Brack",
                                "street",
                                "7 Lantern Lane",
                                "city",
                                "Lund",
                                "postcode",
                                "22100",
                                "country",
                                "SE"))
                .containsEntry("consent", Map.of("whatsapp", "true"))
                .containsEntry(
                        "items",
                        List.of(
                                Map.of("sku", "BK-1", "name", "Box kite", "quantity", "1", "price", "60.50"),
                                Map.of("sku", "RT-4", "name", "Ribbon tail", "quantity", "2", "price", "12.00")));
        assertThat(read.parcels())
                .containsExactly(
                        Map.of("carrier", "Skerry Post", "trackingNumber", "RX473124829XS", "stage", "dispatched"));
    }
}

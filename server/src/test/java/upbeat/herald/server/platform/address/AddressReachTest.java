package upbeat.herald.server.platform.address;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Ranges by the IANA registry of special-purpose addresses (RFC 6890); names by RFC 6761, RFC 6762 and RFC 8375. */
class AddressReachTest {

    @ParameterizedTest
    @CsvSource({
        "https://delivery.shop.example, INTERNET",
        "https://8.8.8.8, INTERNET",
        "http://[2606:4700::1111], INTERNET",
        "http://127.0.0.1:8080, MACHINE",
        "http://127.9.9.9, MACHINE",
        "http://0.0.0.0:8080, MACHINE",
        "http://[::1]:8080, MACHINE",
        "http://localhost:8080, MACHINE",
        "http://herald.localhost, MACHINE",
        "http://LOCALHOST, MACHINE",
        "http://10.1.2.3, NETWORK",
        "http://192.168.0.4:8080, NETWORK",
        "http://172.31.0.1, NETWORK",
        "http://172.32.0.1, INTERNET",
        "http://169.254.1.1, NETWORK",
        "http://100.64.0.1, NETWORK",
        "http://[fd12::1], NETWORK",
        "http://packing-desk, NETWORK",
        "http://packing-desk.local, NETWORK",
        "http://herald.home.arpa, NETWORK",
        "not an address, MACHINE",
        "'', MACHINE",
        "tell.shop.example, MACHINE"
    })
    void saysWhoCanFollowALink(String address, AddressReach reach) {
        assertThat(AddressReach.of(address)).isEqualTo(reach);
    }
}

package upbeat.herald.core.gateway;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class AccountChoiceTest {
    private static AccountRouting account(String id, int position, int share, String... countries) {
        return new AccountRouting(id, position, Set.of(countries), share);
    }

    @Test
    void theOneForTheCountryComesBeforeThoseForAllAndTheOthersFollowByPosition() {
        List<AccountRouting> accounts = List.of(
                account("main", 0, 100),
                account("nordic", 1, 100, "SE", "NO"),
                account("spare", 2, 0),
                account("german", 3, 100, "DE"));
        assertThat(AccountChoice.order(accounts, "SE", "a")).containsExactly("nordic", "main", "spare");
        assertThat(AccountChoice.order(accounts, "DE", "a")).containsExactly("german", "main", "spare");
        assertThat(AccountChoice.order(accounts, "FR", "a")).containsExactly("main", "spare");
        assertThat(AccountChoice.order(accounts, null, "a")).containsExactly("main", "spare");
    }

    @Test
    void withoutSharesTheyAreTriedByPosition() {
        List<AccountRouting> accounts = List.of(account("b", 1, 0), account("a", 1, 0), account("first", 0, 0));
        for (String customer : List.of("x", "y", "z"))
            assertThat(AccountChoice.order(accounts, "SE", customer)).containsExactly("first", "a", "b");
    }

    /** Expected counts are the shares themselves; the tolerance is four standard deviations of the binomial. */
    @ParameterizedTest
    @ValueSource(ints = {1, 20, 50, 90})
    void customersFallToAccountsByTheirShares(int share) {
        List<AccountRouting> accounts = List.of(account("a", 0, 100 - share), account("b", 1, share));
        int customers = 20_000;
        Map<String, Integer> first = new HashMap<>();
        for (int i = 0; i < customers; i++) {
            String customer = "+4670174" + (10_000 + i);
            List<String> order = AccountChoice.order(accounts, "SE", customer);
            assertThat(order).containsExactlyInAnyOrder("a", "b");
            assertThat(AccountChoice.order(accounts, "SE", customer))
                    .as("always the same")
                    .isEqualTo(order);
            first.merge(order.get(0), 1, Integer::sum);
        }
        double p = share / 100.0;
        assertThat(first.getOrDefault("b", 0))
                .isCloseTo((int) (customers * p), within((int) (4 * Math.sqrt(customers * p * (1 - p))) + 1));
    }

    @Test
    void aCountryThatNoAccountIsForHasNone() {
        assertThat(AccountChoice.order(List.of(account("only", 0, 100, "SE")), "DE", "a"))
                .isEmpty();
        assertThat(AccountChoice.order(List.of(), "DE", "a")).isEmpty();
    }

    @Test
    void aShareIsFromNoneToAll() {
        assertThatThrownBy(() -> account("a", 0, -1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> account("a", 0, 101)).isInstanceOf(IllegalArgumentException.class);
    }
}

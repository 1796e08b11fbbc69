package upbeat.herald.server.people;

import java.time.Duration;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;

/** Invitations and resets that nobody can follow any more. */
@Repository
class AccountLinkRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from account_link where token_hash in
              (select token_hash from account_link where expires_at < ? limit ?)""";

    AccountLinkRetentionRepository() {
        super("links of accounts", Duration.ofDays(30), DELETE);
    }
}

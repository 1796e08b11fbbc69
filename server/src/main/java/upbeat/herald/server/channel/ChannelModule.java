package upbeat.herald.server.channel;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.platform.http.OutboundNetwork;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * What a channel is to the server: its account, its gateway, its price, and whether its wording has to be approved.
 * Each channel implements it in a package of its own; the rest of the code asks here and never which channel it is.
 */
public interface ChannelModule {
    Channel channel();

    /** Adds an error for each value of an account that can't be used; {@code account.host} names one. */
    void validateAccount(Map<String, Object> account, ValidationException errors);

    /**
     * A gateway for this account. It opens no connection before it is used.
     *
     * @param accountId of the account, for the names that its messages have there
     * @param network through which all its connections go
     */
    Gateway createGateway(String accountId, AccountSettings settings, OutboundNetwork network);

    /** False where only one account can be used, because approvals or replies belong to it. */
    default boolean canHaveSeveralAccounts() {
        return true;
    }

    /**
     * What a message costs.
     *
     * @param segments units that the network charges for, see {@code Rendered.segments()}
     * @param country of the customer's number, ISO 3166-1 alpha-2, or null where nobody knows
     * @return empty where the channel costs nothing
     */
    default Optional<Price> priceOf(int segments, @Nullable String country) {
        return Optional.empty();
    }

    /** Present where a network has to approve wordings before they are used. */
    default Optional<ContentApproval> approval() {
        return Optional.empty();
    }

    /** What is shown beside a message of this channel before it is sent; empty where there is nothing to add. */
    default Optional<? extends ChannelPreview> preview(PreviewedMessage message) {
        return Optional.empty();
    }

    /** The type of {@link #preview}, for the description of the interface. */
    default Optional<Class<? extends ChannelPreview>> previewType() {
        return Optional.empty();
    }

    /** What customers of this channel would miss in a brand, and what to do about it; none of it forbids anything. */
    default List<String> findBrandGaps(Brand brand) {
        return List.of();
    }

    /** Why a notice may not go live over this channel yet, and what to do about it; empty where it may. */
    default Optional<String> findGoLiveObstacle(JdbcClient db, Notice notice) {
        return Optional.empty();
    }
}

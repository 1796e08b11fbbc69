package upbeat.herald.server.channel;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/** @param currency ISO 4217 */
public record Price(BigDecimal amount, @Nullable String currency) {}

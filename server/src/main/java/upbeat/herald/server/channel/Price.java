package upbeat.herald.server.channel;

import java.math.BigDecimal;

/** @param currency ISO 4217 */
public record Price(BigDecimal amount, String currency) {}

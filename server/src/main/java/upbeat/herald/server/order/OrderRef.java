package upbeat.herald.server.order;

/** What an order is called. */
public record OrderRef(String shop, String number) {}

package upbeat.herald.server.channel;

/** What a test of a connection came to. @param message the other side's own words, where it had any */
public record ConnectionCheck(boolean good, String message) {}

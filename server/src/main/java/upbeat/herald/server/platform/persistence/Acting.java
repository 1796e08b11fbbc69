package upbeat.herald.server.platform.persistence;

import java.time.Instant;

/** The person whose work is done. */
public record Acting(String name, Instant at) {}

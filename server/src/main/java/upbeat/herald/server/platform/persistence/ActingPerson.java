package upbeat.herald.server.platform.persistence;

import java.util.Optional;

/** Knows the person whose work the calling thread does; empty where a machine calls, or the program works by itself. */
@FunctionalInterface
public interface ActingPerson {
    Optional<Acting> find();
}

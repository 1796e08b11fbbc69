package upbeat.herald.server.platform.web;

import java.util.stream.Stream;

/** Types that stand in the description of the interface though no endpoint names them. */
public interface DescribedTypes {
    Stream<Class<?>> types();
}

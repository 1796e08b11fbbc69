package upbeat.herald.server.simulation;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/** @param url control address of the stand-ins, in the demo only */
@ConfigurationProperties("herald.bench")
record BenchProperties(@DefaultValue("") String url) {}

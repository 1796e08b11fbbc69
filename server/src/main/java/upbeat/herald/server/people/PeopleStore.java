package upbeat.herald.server.people;

import java.time.InstantSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.random.RandomIds;

/** What everything about accounts is read and written with. */
@Component
record PeopleStore(JdbcClient reader, DatabaseWriter writer, InstantSource clock, RandomIds ids) {}

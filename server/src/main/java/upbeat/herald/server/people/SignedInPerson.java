package upbeat.herald.server.people;

import java.time.InstantSource;
import java.util.Optional;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.persistence.Acting;
import upbeat.herald.server.platform.persistence.ActingPerson;
import upbeat.herald.server.platform.role.Role;

/** Whoever is signed in where the calling thread answers a call of the interface. */
@Component
class SignedInPerson implements ActingPerson {
    private final InstantSource clock;

    SignedInPerson(InstantSource clock) {
        this.clock = clock;
    }

    @Override
    public Optional<Acting> find() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who == null || Role.of(who).isEmpty()
                ? Optional.empty()
                : Optional.of(new Acting(who.getName(), clock.instant()));
    }
}

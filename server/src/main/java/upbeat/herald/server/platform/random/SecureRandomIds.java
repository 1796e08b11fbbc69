package upbeat.herald.server.platform.random;

import java.security.SecureRandom;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

@Component
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class SecureRandomIds implements RandomIds {
    private final SecureRandom random = new SecureRandom();

    @Override
    public byte[] newBytes(int count) {
        byte[] bytes = new byte[count];
        random.nextBytes(bytes);
        return bytes;
    }
}

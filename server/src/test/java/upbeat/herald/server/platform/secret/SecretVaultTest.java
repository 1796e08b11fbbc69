package upbeat.herald.server.platform.secret;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Base64;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import upbeat.herald.server.platform.random.RandomIds;

class SecretVaultTest {
    private static RandomIds ids(long seed) {
        Random random = new Random(seed);
        return count -> {
            byte[] bytes = new byte[count];
            random.nextBytes(bytes);
            return bytes;
        };
    }

    @Test
    void whatIsSealedIsOpenedAgainAndByNobodyElse(@TempDir Path folder) throws IOException {
        SecretVault vault = new SecretVault(folder, ids(1));
        String sealed = vault.encrypt("whsec_für_uns");
        assertThat(sealed).doesNotContain("whsec");
        assertThat(vault.encrypt("whsec_für_uns")).as("never the same twice").isNotEqualTo(sealed);
        assertThat(new SecretVault(folder, ids(2)).decrypt(sealed))
                .as("after a start")
                .isEqualTo("whsec_für_uns");
        byte[] changed = Base64.getDecoder().decode(sealed);
        changed[changed.length - 1] ^= 1;
        assertThatThrownBy(() -> vault.decrypt(Base64.getEncoder().encodeToString(changed)))
                .hasMessageContaining("vault.key");
        assertThatThrownBy(() -> new SecretVault(folder.resolve("other"), ids(3)).decrypt(sealed))
                .hasMessageContaining("enter the secret again");
    }

    @Test
    void theKeyIsItsOwnersAndADamagedOneIsSaid(@TempDir Path folder) throws IOException {
        new SecretVault(folder, ids(1));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(folder.resolve("vault.key"))))
                .isEqualTo("rw-------");
        Files.write(folder.resolve("vault.key"), new byte[5]);
        assertThatThrownBy(() -> new SecretVault(folder, ids(1))).hasMessageContaining("5 bytes instead of 32");
    }
}

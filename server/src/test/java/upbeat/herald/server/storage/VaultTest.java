package upbeat.herald.server.storage;

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
import upbeat.herald.server.time.RandomIds;

class VaultTest {
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
        Vault vault = new Vault(folder, ids(1));
        String sealed = vault.seal("whsec_für_uns");
        assertThat(sealed).doesNotContain("whsec");
        assertThat(vault.seal("whsec_für_uns")).as("never the same twice").isNotEqualTo(sealed);
        assertThat(new Vault(folder, ids(2)).open(sealed)).as("after a start").isEqualTo("whsec_für_uns");
        byte[] changed = Base64.getDecoder().decode(sealed);
        changed[changed.length - 1] ^= 1;
        assertThatThrownBy(() -> vault.open(Base64.getEncoder().encodeToString(changed)))
                .hasMessageContaining("vault.key");
        assertThatThrownBy(() -> new Vault(folder.resolve("other"), ids(3)).open(sealed))
                .hasMessageContaining("enter the secret again");
    }

    @Test
    void theKeyIsItsOwnersAndADamagedOneIsSaid(@TempDir Path folder) throws IOException {
        new Vault(folder, ids(1));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(folder.resolve("vault.key"))))
                .isEqualTo("rw-------");
        Files.write(folder.resolve("vault.key"), new byte[5]);
        assertThatThrownBy(() -> new Vault(folder, ids(1))).hasMessageContaining("5 bytes instead of 32");
    }
}

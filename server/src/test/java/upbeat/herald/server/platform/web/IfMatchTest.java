package upbeat.herald.server.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Comparison of entity tags as in RFC 9110, 8.8.3.2 (strong) and 13.1.1 (If-Match). */
class IfMatchTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '\0',
            value = {
                "\"a1\"            | true",
                "*                 | true",
                "\"b2\", \"a1\"    | true",
                "  \"b2\" , \"a1\" | true",
                "\"b2\"            | false",
                "W/\"a1\"          | false",
                "a1                | false",
                "\"A1\"            | false",
                "\"a1             | false",
                "\"\"              | false",
            })
    void onlyAStrongTagOfWhatStandsThereMatches(String header, boolean matches) {
        IfMatch match = new IfMatch(header.strip());
        if (matches) assertThatCode(() -> match.check("a1", "document")).doesNotThrowAnyException();
        else
            assertThatThrownBy(() -> match.check("a1", "document"))
                    .isInstanceOfSatisfying(StaleVersionException.class, e -> {
                        assertThat(e.version()).isEqualTo("a1");
                        assertThat(e.current()).isEqualTo("document");
                        assertThat(e).hasMessageContaining("Nothing was saved");
                    });
    }

    private record Document(String name, List<String> tags, Map<String, Integer> counts) {}

    @Test
    void theSameContentHasTheSameVersionAndAnyChangeAnother() {
        Document document = new Document("x", List.of("a", "b"), Map.of("n", 1));
        String version = ContentVersion.of(document);
        assertThat(version).matches("[0-9a-f]{16}");
        assertThat(ContentVersion.of(new Document("x", Arrays.asList("a", "b"), new LinkedHashMap<>(Map.of("n", 1)))))
                .isEqualTo(version);
        assertThat(List.of(
                        ContentVersion.of(new Document("y", List.of("a", "b"), Map.of("n", 1))),
                        ContentVersion.of(new Document("x", List.of("b", "a"), Map.of("n", 1))),
                        ContentVersion.of(new Document("x", List.of("a", "b"), Map.of("n", 2))),
                        ContentVersion.of(document, null),
                        ContentVersion.of((Object) null),
                        ContentVersion.of()))
                .doesNotContain(version)
                .doesNotHaveDuplicates();
    }

    @Test
    void partsDoNotRunIntoEachOther() {
        assertThat(ContentVersion.of("ab", "c")).isNotEqualTo(ContentVersion.of("a", "bc"));
    }
}

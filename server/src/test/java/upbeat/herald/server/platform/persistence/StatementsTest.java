package upbeat.herald.server.platform.persistence;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaField;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.lang.reflect.Field;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Every statement that a class keeps is one that the database understands, also those that are seldom run. */
class StatementsTest {
    private static final String STATEMENT = "(?is)\\s*(select|insert|update|delete|with)\\s.*";

    @Test
    void everyStatementFitsTheSchema() throws Exception {
        List<String> wrong = new ArrayList<>();
        int tried = 0;
        try (TestDatabase database = new TestDatabase();
                Connection connection = database.source().getConnection()) {
            for (JavaClass type : new ClassFileImporter()
                    .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
                    .importPackages("upbeat.herald.server")) {
                for (JavaField field : type.getFields()) {
                    String sql = statementOf(field);
                    if (sql == null) continue;
                    tried++;
                    // Only prepared: explaining a statement compiles it against the schema, and changes nothing.
                    try (var prepared = connection.prepareStatement("explain " + sql)) {
                        assertThat(prepared).isNotNull();
                    } catch (SQLException e) {
                        wrong.add(field.getFullName() + ": " + e.getMessage());
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(tried).as("statements found").isGreaterThan(100);
    }

    private static String statementOf(JavaField field) throws ReflectiveOperationException {
        if (!field.getModifiers().contains(JavaModifier.STATIC)
                || !field.getRawType().isEquivalentTo(String.class)) return null;
        Field found = field.reflect();
        found.setAccessible(true);
        String value = (String) found.get(null);
        return value != null && value.matches(STATEMENT) ? value : null;
    }
}

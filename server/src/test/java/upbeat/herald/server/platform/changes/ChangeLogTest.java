package upbeat.herald.server.platform.changes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.platform.changes.ChangeLogRepository.NotedChange;
import upbeat.herald.server.platform.changes.ChangeLogRepository.Search;
import upbeat.herald.server.platform.persistence.Acting;
import upbeat.herald.server.platform.persistence.SettingRepository;
import upbeat.herald.server.platform.persistence.TestDatabase;

/** What tables note of themselves. */
class ChangeLogTest {
    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    private static final Search ALL = new Search(null, null, null);
    /** Tables that no person's set-up stands in: what orders did, what is derived, what runs. */
    private static final Set<String> NOT_SET_UP = Set.of(
            "account_link acting answer arrival carrier_import carrier_watch change_log chat_template contact_correction credit_account credit_day credit_entry customer_return deed event_delivery event_log event_seen fact feed_run flyway_schema_history import_row import_run message message_event message_kind message_tally month_use notice_rate notice_sent notice_trial notice_version order_hold order_note order_tag outbox parcel parcel_leg payment_pending picture plan_mark question_asked receipt recovery_code refused_call rehearsal rehearsal_difference rehearsal_order reply return_number saved_view scan series_exit sheet_upload shop_order stage_reached stop_list_key wording_version"
                    .split(" "));

    private final TestDatabase database = new TestDatabase();
    private final ChangeLogRepository changes = new ChangeLogRepository();

    @AfterEach
    void close() {
        database.close();
    }

    private void run(String sql, Object... params) {
        database.write(db -> db.sql(sql).params(params).update());
    }

    private List<NotedChange> all() {
        return changes.find(database.reader, ALL, null, 100);
    }

    private void as(String name) {
        database.acting = name == null ? null : new Acting(name, NOW);
    }

    @Test
    void whatAPersonChangesIsNotedWithTheValuesThatDiffer() {
        as("Noor");
        run("insert into notice (id, position, body, updated_at) values ('n', 1, ?, 1)", """
                {"name":"On its way","live":true,"texts":{"de \\"x\\".y":[1,2]}}""");
        as("Piet");
        run("update notice set body = ?", """
                {"name":"On the way","live":false,"texts":{"de \\"x\\".y":[1,3]}}""");
        run("update notice set updated_at = 2");
        run("delete from notice");
        assertThat(all()).extracting(NotedChange::action).containsExactly("deleted", "changed", "created");
        NotedChange changed = all().get(1);
        assertThat(changed.by()).isEqualTo("Piet");
        assertThat(changed.at()).isEqualTo(NOW);
        assertThat(changed.area()).isEqualTo("notice");
        assertThat(changed.before()).containsEntry("name", "On its way").containsEntry("live", true);
        assertThat(changed.after()).containsEntry("name", "On the way").containsEntry("live", false);
        assertThat(changed.after()).hasSize(3).containsValue(3);
        assertThat(all().get(0).after()).isNull();
        assertThat(all().get(2).before()).isNull();
    }

    @Test
    void whatTheProgramDoesByItselfIsNotAPersonsChange() {
        as(null);
        run("insert into series (id, position, body, updated_at) values ('s', 1, '{\"name\":\"x\"}', 1)");
        as("Noor");
        assertThatThrownBy(() -> run("insert into series (id) values ('s')")).isNotNull();
        as(null);
        run("update series set body = '{\"name\":\"y\"}'");
        assertThat(all()).isEmpty();
    }

    @Test
    void secretsAreNeverInIt() {
        as("Noor");
        run(
                "insert into shop (key, name, path, signing_secret, header_secret, created_at) values ('s', 'Kites', 'path-1', 'whsec_one', 'head_one', 1)");
        run("update shop set signing_secret = 'whsec_two'");
        run("insert into api_key (name, key_hash, created_at) values ('warehouse', 'hash-of-key', 1)");
        run(
                "insert into account (name, password_hash, email, role, created_at) values ('Piet', 'bcrypt-one', 'piet@team.example', 'work', 1)");
        run("update account set password_hash = 'bcrypt-two'");
        run("update account set second_step = 'sealed-secret'");
        String log = all().toString();
        assertThat(log)
                .doesNotContain("whsec", "head_one", "path-1", "hash-of-key", "bcrypt", "sealed-secret")
                .contains("password", "secondStep", "piet@team.example");
        assertThat(all())
                .filteredOn(c -> c.area().equals("shop") && c.action().equals("changed"))
                .singleElement()
                .satisfies(c -> assertThat(c.after()).isEqualTo(Map.of("signingSecret", "the new one")));
    }

    @Test
    void settingsThatPeopleMakeAreNotedAndOthersNot() {
        SettingRepository settings = new SettingRepository();
        as("Noor");
        database.write(db -> {
            settings.put(db, "daily.limit", "3");
            settings.put(db, "daily.limit", "5");
            settings.put(db, "daily.limit", "5");
            settings.put(db, "brand.proof", "{\"hash\":\"x\"}");
            return null;
        });
        assertThat(all()).extracting(NotedChange::after).containsExactly(Map.of("value", "5"), Map.of("value", "3"));
    }

    @Test
    void nobodyEditsIt() {
        as("Noor");
        run("insert into saved_block (id, name, body, at) values (1, 'Footer', '{\"kind\":\"text\"}', 1)");
        assertThatThrownBy(() -> run("update change_log set by = 'Piet'"))
                .rootCause()
                .hasMessageContaining("never edited");
        assertThatThrownBy(() -> run("delete from change_log")).rootCause().hasMessageContaining("never edited");
        assertThat(all()).singleElement().extracting(NotedChange::by).isEqualTo("Noor");
    }

    @Test
    void itIsSearchedByAreaPersonAndWords() {
        as("Noor");
        run("insert into carrier (key, body) values ('hopgate', '{\"name\":\"Hopgate Couriers\"}')");
        as("Piet");
        run("insert into saved_block (id, name, body, at) values (1, 'Footer', '{\"kind\":\"text\"}', 1)");
        assertThat(changes.find(database.reader, new Search("carrier", null, null), null, 9))
                .hasSize(1);
        assertThat(changes.find(database.reader, new Search(null, "Piet", null), null, 9))
                .hasSize(1);
        assertThat(changes.find(database.reader, new Search(null, null, "hopgate cour"), null, 9))
                .singleElement()
                .extracting(NotedChange::area)
                .isEqualTo("carrier");
        assertThat(changes.findPeople(database.reader)).containsExactly("Noor", "Piet");
    }

    /** A table that is added has to say whether people set something up in it. */
    @Test
    void everyTableOfTheSetUpNotesItsChanges() {
        Set<String> silent = new TreeSet<>(database.reader
                .sql(
                        "select name from sqlite_master where type = 'table' and name not like 'sqlite%' and name not like 'order_search%'")
                .query(String.class)
                .list());
        silent.removeAll(NOT_SET_UP);
        for (String kind : List.of("created", "changed"))
            assertThat(silent).allSatisfy(t -> assertThat(database.reader
                            .sql(
                                    "select count(*) from sqlite_master where type = 'trigger' and tbl_name = ? and name like '%' || ?")
                            .params(t, kind)
                            .query(Integer.class)
                            .single())
                    .as(t + " " + kind)
                    .isPositive());
        assertThat(silent).contains("account", "api_key", "setting");
    }
}

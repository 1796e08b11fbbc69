package upbeat.herald.server.channel;

import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.credit.CreditAmount;
import upbeat.herald.core.credit.PriceRow;
import upbeat.herald.core.credit.PriceTable;

/** The price list. */
@Repository
class PriceRepository {
    private static final String INSERT =
            "insert into price (channel, country, valid_from, valid_until, amount) values (?, ?, ?, ?, ?)";

    PriceTable findAll(JdbcClient db) {
        return new PriceTable(db.sql("select * from price")
                .query((rs, i) -> {
                    String country = rs.getString("country");
                    String until = rs.getString("valid_until");
                    return new PriceRow(
                            rs.getString("channel"),
                            country.isEmpty() ? null : country,
                            LocalDate.parse(rs.getString("valid_from")),
                            until == null ? null : LocalDate.parse(until),
                            CreditAmount.fromUnits(rs.getLong("amount")));
                })
                .list());
    }

    void replace(JdbcClient db, List<PriceRow> rows) {
        db.sql("delete from price").update();
        for (PriceRow row : rows)
            db.sql(INSERT)
                    .params(
                            row.channel(),
                            Objects.requireNonNullElse(row.country(), ""),
                            row.from().toString(),
                            row.until() == null ? null : row.until().toString(),
                            CreditAmount.toUnits(row.amount()))
                    .update();
    }
}

package upbeat.herald.server.ingest.spreadsheet;

import com.fasterxml.jackson.annotation.JsonProperty;

/** How far a file has come: {@code handled} of {@code total} rows, and what each of those came to. */
record ImportCounts(
        int total,
        int handled,
        int created,
        int changed,
        int unchanged,
        int refused,
        @JsonProperty("leftOutRows") int leftOut,
        int messages) {}

package upbeat.herald.core.wording;

/**
 * A named value that may be put into wording. @param sample shown on its chip; {@code ofParcel} true where only a
 * parcel gives it a value
 */
public record Field(String name, String meaning, String sample, boolean ofParcel) {}

package upbeat.herald.core.wording;

/** Something to reconsider in a wording. @param grave true for what should be mended before it goes out */
public record WordingRemark(boolean grave, String message) {}

package upbeat.herald.core.wording;

/** Something in a wording that keeps it from being saved. @param line,column counted from 1 */
public record WordingFault(int line, int column, String message) {}

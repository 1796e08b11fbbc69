package upbeat.herald.core.exchange;

/**
 * One line of an order sheet, as read; absent cells are null.
 *
 * @param line where it begins in the file, the heading is line 1
 */
public record SheetRow(long line, String order, String name, String email, String phone, String country, String carrier, String trackingNumber, String status) {}

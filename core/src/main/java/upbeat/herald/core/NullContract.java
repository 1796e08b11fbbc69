package upbeat.herald.core;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * What a method's answer says of its argument, for the checker of nulls: {@code "null -> true"} where null is always
 * answered with true, so that after a false the argument is there.
 */
@Documented
@Retention(RetentionPolicy.CLASS)
@Target(ElementType.METHOD)
public @interface NullContract {
    String value();
}

package upbeat.herald.server.platform.role;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * The role that a call of the interface needs. On a class it stands for all its calls that may change something; those
 * that only read (GET) are open to everybody who is signed in, unless they say otherwise themselves.
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.TYPE, ElementType.METHOD})
public @interface Needs {
    Role value();
}

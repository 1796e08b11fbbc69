package upbeat.herald.server.platform.role;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import upbeat.herald.server.RunningApp;

/** Every call that may change something says who may make it. */
class RolesTest {
    private final RequestMappingHandlerMapping calls =
            RunningApp.shared().context.getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class);

    @Test
    void everyChangeOfTheInterfaceSaysWhoMayMakeIt() {
        Set<String> silent = new TreeSet<>();
        List<String> open = Arrays.asList(BeforeSignIn.paths());
        calls.getHandlerMethods().forEach((info, method) -> {
            boolean reads = info.getMethodsCondition().getMethods().equals(Set.of(RequestMethod.GET));
            for (String path : info.getPatternValues())
                if (path.startsWith("/ui/") && !reads && !open.contains(path) && !hasSaid(method)) silent.add(path);
        });
        assertThat(silent).isEmpty();
    }

    private static boolean hasSaid(HandlerMethod method) {
        return method.hasMethodAnnotation(Needs.class) || method.getBeanType().isAnnotationPresent(Needs.class);
    }

    @Test
    void rolesContainThoseBeforeThem() {
        assertThat(Role.OWNER.includes(Role.SET_UP)).isTrue();
        assertThat(Role.WORK.includes(Role.SET_UP)).isFalse();
        assertThat(Role.VIEW.includes(Role.VIEW)).isTrue();
        for (Role role : Role.values()) assertThat(Role.fromCode(role.code())).contains(role);
        assertThat(Role.fromCode("admin")).isEmpty();
    }
}

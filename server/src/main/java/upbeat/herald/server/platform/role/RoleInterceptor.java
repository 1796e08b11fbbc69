package upbeat.herald.server.platform.role;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Lets through what somebody's role allows. A change that doesn't say who may make it is open to owners only. */
@Configuration
class RoleInterceptor implements HandlerInterceptor, WebMvcConfigurer {
    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/ui/**").excludePathPatterns(BeforeSignIn.paths());
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        // An answer that goes on was allowed when it began.
        if (request.getDispatcherType() != DispatcherType.REQUEST || !(handler instanceof HandlerMethod method))
            return true;
        Role needed = findNeeded(method, isReading(request));
        Role has =
                Role.of(SecurityContextHolder.getContext().getAuthentication()).orElse(null);
        if (has != null && has.includes(needed)) return true;
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.FORBIDDEN,
                "This needs the role " + needed.label()
                        + (has == null ? "" : ", and yours is " + has.label())
                        + ". An owner can change it in Setup, People");
        problem.setTitle("Not allowed");
        throw new ErrorResponseException(HttpStatus.FORBIDDEN, problem, null);
    }

    private static boolean isReading(HttpServletRequest request) {
        return request.getMethod().equals("GET") || request.getMethod().equals("HEAD");
    }

    static Role findNeeded(HandlerMethod method, boolean reading) {
        Needs own = method.getMethodAnnotation(Needs.class);
        if (own != null) return own.value();
        if (reading) return Role.VIEW;
        Needs ofClass = method.getBeanType().getAnnotation(Needs.class);
        return ofClass == null ? Role.OWNER : ofClass.value();
    }
}

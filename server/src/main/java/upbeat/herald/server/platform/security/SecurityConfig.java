package upbeat.herald.server.platform.security;

import jakarta.servlet.DispatcherType;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.annotation.web.configurers.CsrfConfigurer;
import org.springframework.security.config.annotation.web.configurers.HeadersConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.authentication.UsernamePasswordAuthenticationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import upbeat.herald.server.platform.role.BeforeSignIn;

/**
 * Who may go where: machines by API key; customers, gateways and the test bench at addresses that check for themselves;
 * people by log-in with a session, a CSRF token and a content policy that loads nothing from elsewhere.
 */
@Configuration
class SecurityConfig {
    /**
     * Styles are set by the interface's components while it runs, hence {@code unsafe-inline} for them and for nothing
     * else.
     */
    private static final String POLICY =
            "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; frame-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    /** Read by programs, with a key. */
    private static final String METRICS = "/actuator/prometheus";

    @Bean
    @Order(1)
    SecurityFilterChain apiFilterChain(HttpSecurity http, ApiKeyVerifier keys) throws Exception {
        return http.securityMatcher("/api/**", METRICS)
                .csrf(AbstractHttpConfigurer::disable)
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .addFilterBefore(new ApiKeyFilter(keys), UsernamePasswordAuthenticationFilter.class)
                .exceptionHandling(e -> e.accessDeniedHandler((request, response, denied) -> ApiKeyFilter.refuse(
                        response, 403, "Forbidden", "This API key doesn't have the right to do that. Use another key")))
                .authorizeHttpRequests(a -> a.requestMatchers(HttpMethod.GET, "/api/**", METRICS)
                        .hasAuthority(ApiKeyVerifier.READ)
                        .requestMatchers("/api/v1/sms/measure", "/api/v1/tracking-numbers/recognise")
                        .hasAuthority(ApiKeyVerifier.READ)
                        .anyRequest()
                        .hasAuthority(ApiKeyVerifier.INGEST))
                .build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain publicFilterChain(HttpSecurity http) throws Exception {
        return http.securityMatcher(
                        "/a/**", "/lookup/**", "/o/**", "/t/**", "/u/**", "/brand/**", "/doors/**", "/bench/**")
                .csrf(AbstractHttpConfigurer::disable)
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .headers(h -> h.contentSecurityPolicy(p -> p.policyDirectives(POLICY))
                        // The content policy says who may frame a page; the older header can't let one in.
                        .frameOptions(HeadersConfigurer.FrameOptionsConfig::disable)
                        .referrerPolicy(r -> r.policy(
                                org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter
                                        .ReferrerPolicy.NO_REFERRER)))
                .authorizeHttpRequests(a -> a.anyRequest().permitAll())
                .build();
    }

    @Bean
    @Order(3)
    SecurityFilterChain interactiveFilterChain(HttpSecurity http, SecurityContextRepository contexts) throws Exception {
        return http.csrf(CsrfConfigurer::spa)
                .headers(h -> h.contentSecurityPolicy(p -> p.policyDirectives(POLICY))
                        .referrerPolicy(r -> r.policy(
                                org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter
                                        .ReferrerPolicy.SAME_ORIGIN)))
                .securityContext(c -> c.securityContextRepository(contexts))
                .exceptionHandling(e -> e.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
                // An answer that goes on was allowed when it began; its session may have ended since.
                .authorizeHttpRequests(a -> a.dispatcherTypeMatchers(
                                DispatcherType.FORWARD, DispatcherType.ERROR, DispatcherType.ASYNC)
                        .permitAll()
                        .requestMatchers(BeforeSignIn.paths())
                        .permitAll()
                        .requestMatchers("/v3/api-docs", "/actuator/health")
                        .permitAll()
                        .requestMatchers("/ui/**", "/actuator/**")
                        .authenticated()
                        .anyRequest()
                        .permitAll())
                .build();
    }

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    PasswordEncoder passwordEncoder() {
        return new BCryptPasswordEncoder(10);
    }

    /** @param accounts the people who may sign in, by name */
    @Bean
    AuthenticationManager authenticationManager(UserDetailsService accounts, PasswordEncoder passwords) {
        DaoAuthenticationProvider provider = new DaoAuthenticationProvider(accounts);
        provider.setPasswordEncoder(passwords);
        return new ProviderManager(provider);
    }
}

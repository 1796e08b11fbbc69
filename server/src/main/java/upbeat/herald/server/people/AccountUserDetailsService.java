package upbeat.herald.server.people;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.stereotype.Service;

/** The team's accounts, for signing in. */
@Service
class AccountUserDetailsService implements UserDetailsService {
    private final AccountRepository accounts;
    private final JdbcClient reader;

    AccountUserDetailsService(AccountRepository accounts, JdbcClient reader) {
        this.accounts = accounts;
        this.reader = reader;
    }

    @Override
    public UserDetails loadUserByUsername(String name) {
        return accounts.find(reader, name)
                .map(a -> new User(
                        a.name(),
                        a.passwordHash(),
                        AuthorityUtils.createAuthorityList(a.role().authority())))
                .orElseThrow(() -> new UsernameNotFoundException("no such account"));
    }
}

package io.safestep.app.people.login;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.session.config.SessionRepositoryCustomizer;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;

/** How sessions are kept in the database. */
@Configuration
class SessionStore {

    /**
     * When a session was used last is written once a minute: otherwise every request that only reads would have to wait
     * until the disk has it. A new id or another person is written at once. Times are milliseconds since 1970, UTC.
     */
    private static final String UPDATE = """
            update %TABLE_NAME% s set session_id = n.id, last_access_time = n.accessed, max_inactive_interval = n.inactive,
              expiry_time = n.expires, principal_name = n.principal
            from (values (?::varchar, ?::bigint, ?::integer, ?::bigint, ?::varchar))
              n (id, accessed, inactive, expires, principal)
            where s.primary_id = ? and (s.session_id <> n.id or s.principal_name is distinct from n.principal
              or s.max_inactive_interval <> n.inactive or n.accessed >= s.last_access_time + 60000)""";

    @Bean
    SessionRepositoryCustomizer<JdbcIndexedSessionRepository> seldomWritten() {
        return sessions -> sessions.setUpdateSessionQuery(UPDATE);
    }
}

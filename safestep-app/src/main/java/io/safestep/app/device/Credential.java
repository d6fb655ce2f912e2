package io.safestep.app.device;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** How to log in to devices. The password is stored encrypted. */
@Entity
class Credential {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String login;
    private byte[] secret;

    protected Credential() {}

    Credential(String name, String login, byte[] secret) {
        this.name = name;
        this.login = login;
        this.secret = secret;
    }

    String login() {
        return login;
    }

    byte[] secret() {
        return secret;
    }
}

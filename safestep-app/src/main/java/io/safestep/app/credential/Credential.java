package io.safestep.app.credential;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** How to log in to devices. The password is stored encrypted and never shown again. */
@Entity
class Credential {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String login;
    private byte[] secret;
    private boolean standard;

    protected Credential() {}

    Credential(String name, String login, byte[] secret) {
        this.name = name;
        this.login = login;
        this.secret = secret;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String login() {
        return login;
    }

    byte[] secret() {
        return secret;
    }

    /** Whether it is used where nothing else says which. */
    boolean standard() {
        return standard;
    }

    void rename(String newName, String newLogin) {
        name = newName;
        login = newLogin;
    }

    void close(byte[] newSecret) {
        secret = newSecret;
    }

    void makeStandard(boolean is) {
        standard = is;
    }
}

package io.safestep.app.device;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** A place with devices. */
@Entity
class Site {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String code;
    private String name;

    protected Site() {}

    Site(String code, String name) {
        this.code = code;
        this.name = name;
    }

    Devices.SiteEntry entry() {
        return new Devices.SiteEntry(id, code, name);
    }
}

package io.safestep.app.credential;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** Where a credential is used: at one device, in a group, at a site. */
@Entity
class CredentialUse {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long credentialId;

    @Enumerated(EnumType.STRING)
    private Place place;

    private Long placeId;

    protected CredentialUse() {}

    CredentialUse(Long credentialId, Place place, Long placeId) {
        this.credentialId = credentialId;
        this.place = place;
        this.placeId = placeId;
    }

    Long credentialId() {
        return credentialId;
    }

    Place place() {
        return place;
    }

    Long placeId() {
        return placeId;
    }

    void use(Long otherCredentialId) {
        credentialId = otherCredentialId;
    }
}

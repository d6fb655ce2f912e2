package io.safestep.app.credential;

/** Where a credential can be used, in the order in which places are asked: the first that names one decides. */
public enum Place {
    DEVICE,
    GROUP,
    SITE
}

package io.safestep.app.network;

/** A cable between two interfaces of known devices. */
record CableView(long id, String device, String interfaceName, String otherDevice, String otherInterface) {}

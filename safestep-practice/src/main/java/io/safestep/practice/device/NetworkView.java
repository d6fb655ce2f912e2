package io.safestep.practice.device;

/** What a device can tell about the network around it, as the text that its read commands print. */
public interface NetworkView {

    String neighbours(String device);

    String routes(String device);

    String gateways(String device);

    String interfaces(String device);

    String ping(String device, String address);
}

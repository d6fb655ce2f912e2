package io.safestep.practice.identity;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.Filter;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletContext;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletRequest;
import jakarta.servlet.ServletResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.apache.catalina.Context;
import org.apache.catalina.LifecycleException;
import org.apache.catalina.startup.Tomcat;
import org.springframework.web.context.support.AnnotationConfigWebApplicationContext;
import org.springframework.web.filter.DelegatingFilterProxy;
import org.springframework.web.servlet.DispatcherServlet;

/** A running identity provider on 127.0.0.1 which tells one program who somebody is. */
public final class IdentityProvider implements AutoCloseable {

    /** By which Safe Step is known to it. */
    public static final String CLIENT_ID = "safe-step";

    public static final String CLIENT_SECRET = "sound-and-harbour-7";

    private final List<IdentityPerson> people;
    private final String returnPath;
    private final Tomcat tomcat = new Tomcat();
    private volatile boolean away;

    private IdentityProvider(List<IdentityPerson> people, String returnPath) {
        this.people = List.copyOf(people);
        this.returnPath = returnPath;
    }

    /**
     * @param folder for its working files
     * @param port on 127.0.0.1; 0 takes a free one
     * @param returnPath to which somebody is sent back on any port of 127.0.0.1, such as {@code /sign-on/sound/return}
     */
    public static IdentityProvider start(Path folder, int port, String returnPath, List<IdentityPerson> people)
            throws IOException {
        IdentityProvider provider = new IdentityProvider(people, returnPath);
        provider.listen(folder, port);
        return provider;
    }

    private void listen(Path folder, int port) throws IOException {
        Files.createDirectories(folder);
        tomcat.setBaseDir(folder.toString());
        tomcat.setPort(port);
        tomcat.getConnector().setProperty("address", "127.0.0.1");
        tomcat.getConnector().setThrowOnFailure(true);
        Context context = tomcat.addContext("", folder.toAbsolutePath().toString());
        // A session of its own name: on 127.0.0.1 cookies are shared between ports.
        context.setSessionCookieName("IDENTITY");
        // Short, so that who tries the demo can soon be somebody else.
        context.setSessionTimeout(1);
        context.addServletContainerInitializer((classes, servlets) -> install(servlets), Set.of());
        try {
            tomcat.start();
            if (!context.getState().isAvailable()) {
                close();
                throw new IOException("The identity provider did not start; what is wrong stands above.");
            }
        } catch (LifecycleException e) {
            throw new IOException("The identity provider can't listen on port " + port + ": " + e.getMessage(), e);
        }
    }

    private void install(ServletContext servlets) {
        AnnotationConfigWebApplicationContext spring = new AnnotationConfigWebApplicationContext();
        spring.setServletContext(servlets);
        spring.addBeanFactoryPostProcessor(beans -> beans.registerSingleton("provider", this));
        spring.register(IdentityConfiguration.class);
        EnumSet<DispatcherType> all = EnumSet.of(DispatcherType.REQUEST, DispatcherType.ERROR);
        servlets.addFilter("away", (Filter) this::answer).addMappingForUrlPatterns(all, false, "/*");
        servlets.addFilter("security", new DelegatingFilterProxy("springSecurityFilterChain", spring))
                .addMappingForUrlPatterns(all, false, "/*");
        var dispatcher = servlets.addServlet("pages", new DispatcherServlet(spring));
        dispatcher.addMapping("/");
        dispatcher.setLoadOnStartup(1);
    }

    private void answer(ServletRequest request, ServletResponse response, FilterChain chain)
            throws IOException, ServletException {
        if (away) {
            ((HttpServletResponse) response).sendError(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
        } else {
            chain.doFilter(request, response);
        }
    }

    /** Whether it answers nothing but that it is away. */
    public boolean isAway() {
        return away;
    }

    public void away(boolean from) {
        away = from;
    }

    /** By which it names itself (OpenID Connect Discovery 1.0, section 3). */
    public String issuer() {
        return "http://127.0.0.1:" + tomcat.getConnector().getLocalPort();
    }

    List<IdentityPerson> people() {
        return people;
    }

    String returnPath() {
        return returnPath;
    }

    @Override
    public void close() {
        try {
            tomcat.stop();
            tomcat.destroy();
        } catch (LifecycleException e) {
            throw new IllegalStateException("The identity provider can't be stopped.", e);
        }
    }
}

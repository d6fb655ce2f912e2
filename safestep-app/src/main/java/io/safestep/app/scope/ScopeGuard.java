package io.safestep.app.scope;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.app.sight.SubjectGuard;
import io.safestep.app.sight.Witness;
import io.safestep.core.people.Scope;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpMethod;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Keeps scope before an endpoint is called: what it names with {@link Sees} and {@link Acts}, and what holds for all devices
 * ({@link NetworkWide}). Endpoints that tell of more than they name take the {@link Sight} of who asks as an argument.
 */
@Configuration
class ScopeGuard implements WebMvcConfigurer, HandlerInterceptor, HandlerMethodArgumentResolver {

    private static final String SIGHT = ScopeGuard.class.getName();

    private final Scopes scopes;
    private final Map<Subject, SubjectGuard> guards = new EnumMap<>(Subject.class);
    private final ObjectProvider<Witness> witness;

    ScopeGuard(Scopes scopes, List<SubjectGuard> guards, ObjectProvider<Witness> witness) {
        this.scopes = scopes;
        this.witness = witness;
        guards.forEach(g -> this.guards.put(g.subject(), g));
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    /** Once for each request, so that all of it sees the same. */
    private Sight sight(HttpServletRequest request) {
        if (request.getAttribute(SIGHT) instanceof Sight known) {
            return known;
        }
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        Sight sight = who != null && who.getPrincipal() instanceof SignedIn me
                ? scopes.sight(me.login(), me.scope())
                : scopes.sight("", Scope.NOTHING);
        request.setAttribute(SIGHT, sight);
        return sight;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (request.getDispatcherType() == DispatcherType.REQUEST && handler instanceof HandlerMethod endpoint) {
            NetworkWide wide = endpoint.getMethodAnnotation(NetworkWide.class);
            if (wide != null) {
                sight(request).mustActOnEverything(wide.value());
            }
            for (MethodParameter parameter : endpoint.getMethodParameters()) {
                keep(request, parameter);
            }
        }
        return true;
    }

    private void keep(HttpServletRequest request, MethodParameter parameter) {
        Sees sees = parameter.getParameterAnnotation(Sees.class);
        Acts acts = parameter.getParameterAnnotation(Acts.class);
        if (sees == null && acts == null) {
            return;
        }
        String id = value(request, parameter);
        if (id == null) {
            return; // the endpoint itself refuses what it needs and did not get
        }
        Sight sight = sight(request);
        if (sees != null && !sight.readsEverything()) {
            guard(sees.value()).mustRead(sight, id);
        }
        if (acts != null && !sight.actsOnEverything()) {
            guard(acts.value()).mustAct(sight, id);
        }
    }

    /** What was shown is told to whoever keeps who saw what. */
    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failure) {
        if (failure == null
                && handler instanceof HandlerMethod endpoint
                && HttpMethod.GET.matches(request.getMethod())
                && response.getStatus() == HttpServletResponse.SC_OK
                // Known wherever an endpoint names what it shows; whoever asked has left by now.
                && request.getAttribute(SIGHT) instanceof Sight sight
                && !sight.login().isEmpty()) {
            for (MethodParameter parameter : endpoint.getMethodParameters()) {
                Sees sees = parameter.getParameterAnnotation(Sees.class);
                String id = sees == null ? null : value(request, parameter);
                if (sees != null && id != null) {
                    witness.ifAvailable(w -> w.looked(sight.login(), guard(sees.value()), id));
                }
            }
        }
    }

    private SubjectGuard guard(Subject subject) {
        SubjectGuard guard = guards.get(subject);
        if (guard == null) {
            throw new IllegalStateException("nobody decides about " + subject);
        }
        return guard;
    }

    private static @Nullable String value(HttpServletRequest request, MethodParameter parameter) {
        String name = parameter.getParameter().getName();
        if (!parameter.hasParameterAnnotation(PathVariable.class)) {
            return request.getParameter(name);
        }
        return request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> variables
                ? (String) variables.get(name)
                : null;
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == Sight.class;
    }

    @Override
    public Sight resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer container,
            NativeWebRequest request,
            @Nullable WebDataBinderFactory binder) {
        HttpServletRequest http = request.getNativeRequest(HttpServletRequest.class);
        if (http == null) {
            throw new IllegalStateException("not a request of HTTP");
        }
        return sight(http);
    }
}

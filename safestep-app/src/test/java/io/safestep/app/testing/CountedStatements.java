package io.safestep.app.testing;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.util.function.Supplier;
import javax.sql.DataSource;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/** Counts the statements that a piece of work gives to the database, in its own thread. */
public final class CountedStatements implements BeanPostProcessor {

    private static final ThreadLocal<Integer> COUNT = new ThreadLocal<>();

    /** How many statements the work prepares. */
    public static int of(Supplier<?> work) {
        COUNT.set(0);
        try {
            work.get();
            return COUNT.get();
        } finally {
            COUNT.remove();
        }
    }

    @Override
    public Object postProcessAfterInitialization(Object bean, String name) {
        return bean instanceof DataSource source ? new Counting(source) : bean;
    }

    private static final class Counting extends DelegatingDataSource {

        Counting(DataSource source) {
            super(source);
        }

        @Override
        public Connection getConnection() throws java.sql.SQLException {
            Connection real = super.getConnection();
            if (COUNT.get() == null) {
                return real;
            }
            return (Connection) Proxy.newProxyInstance(
                    Connection.class.getClassLoader(),
                    new Class<?>[] {Connection.class},
                    (proxy, method, arguments) -> {
                        if (method.getName().equals("prepareStatement")
                                || method.getName().equals("createStatement")) {
                            COUNT.set(COUNT.get() + 1);
                        }
                        try {
                            return method.invoke(real, arguments);
                        } catch (InvocationTargetException e) {
                            throw e.getCause();
                        }
                    });
        }
    }
}

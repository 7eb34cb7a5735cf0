package kilnward.server.store;

import java.lang.reflect.Method;
import org.aopalliance.intercept.MethodInterceptor;
import org.springframework.aop.Advisor;
import org.springframework.aop.ProxyMethodInvocation;
import org.springframework.aop.support.DefaultPointcutAdvisor;
import org.springframework.aop.support.StaticMethodMatcherPointcut;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Role;
import org.springframework.core.Ordered;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.annotation.AnnotationTransactionAttributeSource;
import org.springframework.transaction.interceptor.TransactionAttribute;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Whatever writes in a transaction is tried again, from its outermost beginning, when the database took it back for the sake of another. */
@Configuration(proxyBeanMethods = false)
public class TransactionRetry {
    /** Transactions that are begun by hand. */
    @Bean
    TransactionTemplate transactionTemplate(PlatformTransactionManager manager) {
        return new Retried(manager);
    }

    /** Transactions that an annotation begins. What only reads is left alone: it takes no locks, and what it wrote to a stream cannot be taken back. */
    @Bean
    @Role(BeanDefinition.ROLE_INFRASTRUCTURE)
    static Advisor transactionRetryAdvisor() {
        AnnotationTransactionAttributeSource annotations = new AnnotationTransactionAttributeSource();
        StaticMethodMatcherPointcut writing = new StaticMethodMatcherPointcut() {
            @Override
            public boolean matches(Method method, Class<?> in) {
                TransactionAttribute found = annotations.getTransactionAttribute(method, in);
                return found != null && !found.isReadOnly() && found.getPropagationBehavior() == TransactionDefinition.PROPAGATION_REQUIRED;
            }
        };
        // A call can be gone on with only once, so that each attempt goes on with a copy of it.
        MethodInterceptor again = call -> outermost() ? Deadlocks.retried(() -> ((ProxyMethodInvocation) call).invocableClone().proceed()) : call.proceed();
        DefaultPointcutAdvisor advisor = new DefaultPointcutAdvisor(writing, again);
        advisor.setOrder(Ordered.LOWEST_PRECEDENCE - 1);
        return advisor;
    }

    private static boolean outermost() {
        return !TransactionSynchronizationManager.isActualTransactionActive();
    }

    /** Transactions by hand, tried again. */
    static final class Retried extends TransactionTemplate {
        private static final long serialVersionUID = 1L;

        Retried(PlatformTransactionManager manager) {
            super(manager);
        }

        @Override
        public <T> T execute(TransactionCallback<T> action) {
            return outermost() ? Deadlocks.<T, RuntimeException>retried(() -> super.execute(action)) : super.execute(action);
        }
    }
}

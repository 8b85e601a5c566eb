package jeton.server.database;

import java.lang.reflect.UndeclaredThrowableException;
import org.aopalliance.intercept.MethodInterceptor;
import org.springframework.aop.ProxyMethodInvocation;
import org.springframework.aop.support.DefaultPointcutAdvisor;
import org.springframework.aop.support.annotation.AnnotationMatchingPointcut;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Role;
import org.springframework.core.Ordered;
import org.springframework.transaction.annotation.Transactional;

/** Has {@code @Transactional} methods done again as {@link Transactions} does. */
@Configuration(proxyBeanMethods = false)
@Role(BeanDefinition.ROLE_INFRASTRUCTURE)
class RepeatedTransactions {

  /** Around the framework's own advisor, which opens the transaction and comes last. */
  @Bean
  @Role(BeanDefinition.ROLE_INFRASTRUCTURE)
  static DefaultPointcutAdvisor repeatedTransactionsAdvisor() {
    DefaultPointcutAdvisor advisor =
        new DefaultPointcutAdvisor(
            new AnnotationMatchingPointcut(null, Transactional.class, true),
            (MethodInterceptor)
                call ->
                    Transactions.repeating(
                        () -> proceed(((ProxyMethodInvocation) call).invocableClone())));
    advisor.setOrder(Ordered.LOWEST_PRECEDENCE - 10);
    return advisor;
  }

  private static Object proceed(org.aopalliance.intercept.MethodInvocation call) {
    try {
      return call.proceed();
    } catch (RuntimeException | Error passed) {
      throw passed;
    } catch (Throwable checked) {
      throw new UndeclaredThrowableException(checked);
    }
  }
}

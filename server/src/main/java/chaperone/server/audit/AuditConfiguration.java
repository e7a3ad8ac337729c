package chaperone.server.audit;

import org.springframework.aop.support.DefaultPointcutAdvisor;
import org.springframework.aop.support.annotation.AnnotationMatchingPointcut;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Role;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Puts the log in the way of every request. */
@Configuration(proxyBeanMethods = false)
class AuditConfiguration implements WebMvcConfigurer {
    private final AuditInterceptor interceptor;

    AuditConfiguration(AuditInterceptor interceptor) {
        this.interceptor = interceptor;
    }

    /** Spring takes advice of this kind along with that for transactions. */
    @Bean
    @Role(BeanDefinition.ROLE_INFRASTRUCTURE)
    static DefaultPointcutAdvisor auditAdvisor(
            ObjectProvider<AuditLog> log, ObjectProvider<PlatformTransactionManager> transactions) {
        return new DefaultPointcutAdvisor(
                AnnotationMatchingPointcut.forMethodAnnotation(Audited.class), new AuditAdvice(log, transactions));
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(interceptor).addPathPatterns("/api/**");
    }
}

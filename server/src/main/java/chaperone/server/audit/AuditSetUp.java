package chaperone.server.audit;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Puts the log in the way of every request. */
@Configuration(proxyBeanMethods = false)
class AuditSetUp implements WebMvcConfigurer {
    private final AuditInterceptor interceptor;

    AuditSetUp(AuditInterceptor interceptor) {
        this.interceptor = interceptor;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(interceptor).addPathPatterns("/api/**");
    }
}

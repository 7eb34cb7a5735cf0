package kilnward.server.wire;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** The interface is one page; its own addresses all lead to it. */
@Configuration
public class WebConfig implements WebMvcConfigurer {
    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        registry.addViewController("/chambers/**").setViewName("forward:/index.html");
        registry.addViewController("/{page:[a-z-]+}").setViewName("forward:/index.html");
    }
}

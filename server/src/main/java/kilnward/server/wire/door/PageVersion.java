package kilnward.server.wire.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Tells with every answer which page belongs to this server: a tab that was opened before an update can say that it is old. */
@Component
class PageVersion extends OncePerRequestFilter {
    static final String HEADER = "X-Kiln-Page";
    private final String version = version();

    private static String version() {
        ClassPathResource page = new ClassPathResource("static/index.html");
        if (!page.exists()) {
            return "none";
        }
        try (InputStream in = page.getInputStream()) {
            // The page names its scripts and styles by what is in them: where they change, it does.
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(in.readAllBytes()), 0, 8);
        } catch (IOException | NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getRequestURI().startsWith("/api/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest) throws ServletException, IOException {
        response.setHeader(HEADER, version);
        rest.doFilter(request, response);
    }
}

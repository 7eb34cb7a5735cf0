package kilnward.server.account;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.Mockito.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.session.web.http.HttpSessionIdResolver;

/** Which session a request has, and when the browser is told of another. */
class SessionIdsTest {
    private static final String OLD = "3e0c6e07-5d1f-4a70-8a6c-0a4a8a1c7a10";
    private final HttpSessionIdResolver ids = SecurityConfig.sessionIds();

    private static HttpServletRequest request(String path) {
        HttpServletRequest request = mock(HttpServletRequest.class);
        when(request.getRequestURI()).thenReturn(path);
        when(request.getContextPath()).thenReturn("");
        when(request.getCookies()).thenReturn(new Cookie[] {new Cookie("SESSION", Base64.getEncoder().encodeToString(OLD.getBytes(StandardCharsets.UTF_8)))});
        return request;
    }

    /** Its session may have ended meanwhile, by another role that was taken: an answer that comes late must not bring it back. */
    @Test
    void theIdARequestCameWithIsNotWrittenDownAgain() {
        HttpServletResponse late = mock(HttpServletResponse.class);
        ids.setSessionId(request("/api/v1/site"), late, OLD);
        verify(late, never()).addHeader(any(), any());
    }

    @Test
    void anotherIdIs() {
        HttpServletResponse first = mock(HttpServletResponse.class);
        ids.setSessionId(request("/api/v1/session"), first, "another");
        verify(first).addHeader(eq("Set-Cookie"), contains("SESSION=" + Base64.getEncoder().encodeToString("another".getBytes(StandardCharsets.UTF_8))));
    }

    @Test
    void pagesHaveNone() {
        assertEquals(List.of(), ids.resolveSessionIds(request("/chambers/1/settings")));
    }
}

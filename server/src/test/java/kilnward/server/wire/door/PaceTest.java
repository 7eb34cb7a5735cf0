package kilnward.server.wire.door;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import jakarta.servlet.FilterChain;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.problem.ProblemWriter;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpStatus;

/** Far above what a dragged rung does, and an end to it; nobody waits for somebody else, and in the demo nobody is counted. */
class PaceTest {
    private final ProblemWriter problems = mock(ProblemWriter.class);
    private final FilterChain rest = mock(FilterChain.class);
    private final HttpServletResponse response = mock(HttpServletResponse.class);

    private Pace pace(boolean demo) {
        KilnWardProperties properties = mock(KilnWardProperties.class);
        when(properties.demo()).thenReturn(demo);
        when(properties.perSecond()).thenReturn(2);
        return new Pace(problems, properties);
    }

    private static HttpServletRequest asked(String path, String address, String token) {
        HttpServletRequest request = mock(HttpServletRequest.class);
        when(request.getRequestURI()).thenReturn(path);
        when(request.getRemoteAddr()).thenReturn(address);
        when(request.getHeader("Authorization")).thenReturn(token);
        return request;
    }

    private void ask(Pace pace, int often, String path, String address, String token) throws Exception {
        for (int i = 0; i < often; i++) {
            pace.doFilterInternal(asked(path, address, token), response, rest);
        }
    }

    /** Two a second are forty at once; the forty-first and all after it within the same half second are told to wait. */
    @Test
    void oneAddressComesToAnEndAndAnotherDoesNot() throws Exception {
        Pace pace = pace(false);
        ask(pace, 45, "/api/v1/calc/air", "192.0.2.1", null);
        verify(problems, org.mockito.Mockito.atLeast(3)).write(any(), eq(HttpStatus.TOO_MANY_REQUESTS), anyString(), anyString());
        verify(response, org.mockito.Mockito.atLeast(3)).setHeader(eq("Retry-After"), anyString());
        org.mockito.Mockito.clearInvocations(problems, rest);
        ask(pace, 10, "/api/v1/calc/air", "192.0.2.2", null);
        ask(pace, 10, "/api/v1/readings", "192.0.2.1", "Bearer one");
        ask(pace, 100, "/api/v1/chambers", "192.0.2.1", null);
        verify(rest, times(120)).doFilter(any(), any());
        verify(problems, times(0)).write(any(), any(), anyString(), anyString());
        assertEquals(0, org.mockito.Mockito.mockingDetails(problems).getInvocations().size());
    }

    @Test
    void inTheDemoNobodyIsCounted() throws Exception {
        ask(pace(true), 500, "/api/v1/calc/air", "127.0.0.1", null);
        verify(rest, times(500)).doFilter(any(), any());
    }
}

package kilnward.server.wire.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import kilnward.server.wire.problem.ProblemWriter;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Looks at the size of a request before anybody looks at what is in it, whether it says its size or not. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class BodyLimit extends OncePerRequestFilter {
    private final ProblemWriter problems;

    BodyLimit(ProblemWriter problems) {
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest) throws ServletException, IOException {
        int most = Limits.bytes(request.getRequestURI());
        if (request.getContentLengthLong() > most) {
            refuse(response, most);
            return;
        }
        if (request.getContentLengthLong() == 0 || "GET".equals(request.getMethod()) || "HEAD".equals(request.getMethod())) {
            rest.doFilter(request, response);
            return;
        }
        byte[] body = request.getInputStream().readNBytes(most + 1);
        if (body.length > most) {
            refuse(response, most);
        } else {
            rest.doFilter(new Read(request, body), response);
        }
    }

    private void refuse(HttpServletResponse response, int most) throws IOException {
        // What is still to come is not read: the connection ends with the answer.
        response.setHeader("Connection", "close");
        problems.write(response, HttpStatus.CONTENT_TOO_LARGE, "That is too much at once", "This takes at most " + most / 1024 + " kB.");
    }

    /** A request whose body has been read already. */
    private static final class Read extends HttpServletRequestWrapper {
        private final byte[] body;

        private Read(HttpServletRequest request, byte[] body) {
            super(request);
            this.body = body;
        }

        @Override
        public ServletInputStream getInputStream() {
            ByteArrayInputStream bytes = new ByteArrayInputStream(body);
            return new ServletInputStream() {
                @Override
                public int read() {
                    return bytes.read();
                }

                @Override
                public int read(byte[] into, int from, int length) {
                    return bytes.read(into, from, length);
                }

                @Override
                public boolean isFinished() {
                    return bytes.available() == 0;
                }

                @Override
                public boolean isReady() {
                    return true;
                }

                @Override
                public void setReadListener(ReadListener listener) {
                    throw new IllegalStateException("read at once");
                }
            };
        }

        @Override
        public java.io.BufferedReader getReader() throws IOException {
            return new java.io.BufferedReader(new java.io.InputStreamReader(getInputStream(),
                    getCharacterEncoding() == null ? "UTF-8" : getCharacterEncoding()));
        }
    }
}

package kilnward.server.account;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import java.util.function.Predicate;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.csrf.DefaultCsrfToken;

/**
 * Tokens against forged requests, each bound to a session (OWASP, signed double-submit cookie): a random part, and an HMAC-SHA-256 (RFC 2104) of it and the session's id under a key
 * that all servers share. A token from another session, one's own of before included, is none.
 */
final class CsrfTokens implements CsrfTokenRepository {
    private static final String COOKIE = "XSRF-TOKEN";
    private static final String HEADER = "X-XSRF-TOKEN";
    private static final String PARAMETER = "_csrf";
    private static final int RANDOM_BYTES = 16;
    private static final int KEY_BYTES = 32;
    private final JdbcClient sql;
    private final Predicate<HttpServletRequest> hasNoSession;
    private final SecureRandom random = new SecureRandom();
    private volatile byte[] key;

    /**
     * @param hasNoSession requests that are answered without looking a session up
     */
    CsrfTokens(JdbcClient sql, Predicate<HttpServletRequest> hasNoSession) {
        this.sql = sql;
        this.hasNoSession = hasNoSession;
    }

    @Override
    public CsrfToken generateToken(HttpServletRequest request) {
        byte[] fresh = new byte[RANDOM_BYTES];
        random.nextBytes(fresh);
        String part = HexFormat.of().formatHex(fresh);
        return token(part + "." + seal(part, session(request)));
    }

    @Override
    public void saveToken(CsrfToken token, HttpServletRequest request, HttpServletResponse response) {
        ResponseCookie cookie = ResponseCookie.from(COOKIE, token == null ? "" : token.getToken()).path("/").secure(request.isSecure()).sameSite("Lax")
                .maxAge(token == null ? 0 : -1).build();
        response.addHeader(HttpHeaders.SET_COOKIE, cookie.toString());
    }

    @Override
    public CsrfToken loadToken(HttpServletRequest request) {
        Optional<String> shown = Optional.ofNullable(request.getCookies()).stream().flatMap(Arrays::stream).filter(each -> each.getName().equals(COOKIE)).map(Cookie::getValue)
                .findFirst();
        return shown.filter(each -> hasNoSession.test(request) || isGood(each, session(request))).map(CsrfTokens::token).orElse(null);
    }

    /** The session has just become another: what was given out for the one before is no longer good. */
    void renew(HttpServletRequest request, HttpServletResponse response) {
        saveToken(generateToken(request), request, response);
    }

    private boolean isGood(String shown, String session) {
        int dot = shown.indexOf('.');
        return dot > 0 && MessageDigest.isEqual(shown.substring(dot + 1).getBytes(StandardCharsets.UTF_8), seal(shown.substring(0, dot), session).getBytes(StandardCharsets.UTF_8));
    }

    /** The session of whoever is signed in; where nobody is, all that can be forged is signing in as somebody else. */
    private static String session(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        return session == null || session.getAttribute(HttpSessionSecurityContextRepository.SPRING_SECURITY_CONTEXT_KEY) == null ? "" : session.getId();
    }

    private static CsrfToken token(String value) {
        return new DefaultCsrfToken(HEADER, PARAMETER, value);
    }

    private String seal(String part, String session) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key(), "HmacSHA256"));
            return HexFormat.of().formatHex(mac.doFinal((part + "\n" + session).getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    private byte[] key() {
        if (key == null) {
            byte[] fresh = new byte[KEY_BYTES];
            random.nextBytes(fresh);
            // Of several servers one is first, and its key is everybody's.
            sql.sql("insert ignore into server_secret (name, secret) values ('csrf', ?)").param(fresh).update();
            key = sql.sql("select secret from server_secret where name = 'csrf'").query((row, i) -> row.getBytes(1)).single();
        }
        return key;
    }
}

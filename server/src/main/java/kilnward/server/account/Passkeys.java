package kilnward.server.account;

import jakarta.servlet.http.HttpSession;
import java.net.URI;
import java.nio.ByteBuffer;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.audit.Audit;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotFoundException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.web.webauthn.api.AuthenticatorAssertionResponse;
import org.springframework.security.web.webauthn.api.AuthenticatorAttestationResponse;
import org.springframework.security.web.webauthn.api.AuthenticatorSelectionCriteria;
import org.springframework.security.web.webauthn.api.Bytes;
import org.springframework.security.web.webauthn.api.ImmutablePublicKeyCredentialUserEntity;
import org.springframework.security.web.webauthn.api.PublicKeyCredential;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialCreationOptions;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRequestOptions;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRpEntity;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialUserEntity;
import org.springframework.security.web.webauthn.api.ResidentKeyRequirement;
import org.springframework.security.web.webauthn.api.UserVerificationRequirement;
import org.springframework.security.web.webauthn.jackson.WebauthnJacksonModule;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialCreationOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialRequestOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutableRelyingPartyRegistrationRequest;
import org.springframework.security.web.webauthn.management.JdbcUserCredentialRepository;
import org.springframework.security.web.webauthn.management.PublicKeyCredentialUserEntityRepository;
import org.springframework.security.web.webauthn.management.RelyingPartyAuthenticationRequest;
import org.springframework.security.web.webauthn.management.RelyingPartyPublicKey;
import org.springframework.security.web.webauthn.management.Webauthn4JRelyingPartyOperations;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Passkeys (W3C WebAuthn level 2), by Spring Security. A passkey is the only factor, so that whoever holds it has to show that it is them (user verification). It is bound
 * to the public address: browsers offer none for an address of bare numbers, nor without TLS but on this machine.
 */
@Component
class Passkeys {
    private static final String MAKING = "kiln.passkey.making";
    private static final String ASKED = "kiln.passkey.asked";
    private static final Logger LOG = LoggerFactory.getLogger(Passkeys.class);
    private final SingletonSupplier<JsonMapper> mapper = SingletonSupplier.of(() -> JsonMapper.builder().addModule(new WebauthnJacksonModule()).build());
    /** Made when the first passkey is asked for, and not when the server starts. */
    private final SingletonSupplier<Webauthn4JRelyingPartyOperations> relying;
    private final JdbcUserCredentialRepository kept;
    private final JdbcTemplate sql;
    private final boolean offered;
    private final Audit audit;

    Passkeys(JdbcTemplate sql, Audit audit, KilnWardProperties properties) {
        this.audit = audit;
        this.sql = sql;
        this.kept = new JdbcUserCredentialRepository(sql);
        URI address = URI.create(properties.publicUrl());
        String host = address.getHost();
        this.offered = host != null && !host.matches("[0-9.]+|\\[.*") && ("https".equals(address.getScheme()) || "localhost".equals(host));
        this.relying = SingletonSupplier.of(() -> {
            Webauthn4JRelyingPartyOperations made = new Webauthn4JRelyingPartyOperations(new ByAccount(), kept,
                    PublicKeyCredentialRpEntity.builder().id(host).name("Kiln Ward").build(), Set.of(properties.publicUrl()));
            made.setCustomizeCreationOptions(options -> options.authenticatorSelection(AuthenticatorSelectionCriteria.builder()
                    .userVerification(UserVerificationRequirement.REQUIRED).residentKey(ResidentKeyRequirement.REQUIRED).build()));
            made.setCustomizeRequestOptions(options -> options.userVerification(UserVerificationRequirement.REQUIRED));
            return made;
        });
    }

    /** A passkey as its owner sees it. */
    record PasskeyView(String id, String label, Instant madeAt, @OrNull Instant usedAt) {
    }

    /** Whether browsers offer them at the public address. */
    boolean offered() {
        return offered;
    }

    /** What a browser has to know to make one; good once, for this session. */
    JsonNode making(UUID account, String name, HttpSession session) {
        PublicKeyCredentialCreationOptions options = relying.obtain().createPublicKeyCredentialCreationOptions(
                new ImmutablePublicKeyCredentialCreationOptionsRequest(UsernamePasswordAuthenticationToken.authenticated(account.toString(), null, List.of())));
        session.setAttribute(MAKING, options);
        ObjectNode told = mapper.obtain().valueToTree(options);
        ((ObjectNode) told.get("user")).put("name", name).put("displayName", name);
        return told;
    }

    /**
     * Keeps the one that was made.
     *
     * @return the account it was made for
     */
    UUID make(JsonNode credential, String label, HttpSession session) {
        if (!(taken(session, MAKING) instanceof PublicKeyCredentialCreationOptions options)) {
            throw unasked();
        }
        try {
            PublicKeyCredential<AuthenticatorAttestationResponse> made = mapper.obtain().readValue(mapper.obtain().treeAsTokens(credential), new TypeReference<>() {
            });
            relying.obtain().registerCredential(new ImmutableRelyingPartyRegistrationRequest(options, new RelyingPartyPublicKey(made, label)));
            UUID account = uuid(options.getUser().getId());
            audit.write(Done.of(What.ADDED, "passkey", account, label, List.of()), account.toString());
            return account;
        } catch (JacksonException | IllegalArgumentException | com.webauthn4j.verifier.exception.VerificationException
                | com.webauthn4j.converter.exception.DataConversionException unfit) {
            LOG.info("a passkey was not taken: {}", unfit.getClass().getSimpleName());
            throw new RefusedValueException("credential", "…", "is not one that was asked for here; try again");
        }
    }

    /** What a browser has to know to show one; good once, for this session. */
    JsonNode asking(HttpSession session) {
        PublicKeyCredentialRequestOptions options = relying.obtain().createCredentialRequestOptions(new ImmutablePublicKeyCredentialRequestOptionsRequest(null));
        session.setAttribute(ASKED, options);
        return mapper.obtain().valueToTree(options);
    }

    /** Whose the one is that was shown; empty where it is nobody's. */
    Optional<UUID> shown(JsonNode credential, HttpSession session) {
        if (!(taken(session, ASKED) instanceof PublicKeyCredentialRequestOptions options)) {
            throw unasked();
        }
        try {
            PublicKeyCredential<AuthenticatorAssertionResponse> shown = mapper.obtain().readValue(mapper.obtain().treeAsTokens(credential), new TypeReference<>() {
            });
            return Optional.of(uuid(relying.obtain().authenticate(new RelyingPartyAuthenticationRequest(options, shown)).getId()));
        } catch (RuntimeException unfit) {
            // Of what is wrong with a passkey nothing is told, and there are many ways.
            LOG.info("a passkey was not taken: {}", unfit.getClass().getSimpleName());
            return Optional.empty();
        }
    }

    private static Object taken(HttpSession session, String what) {
        Object options = session.getAttribute(what);
        session.removeAttribute(what);
        return options;
    }

    private static RefusedValueException unasked() {
        return new RefusedValueException("credential", "…", "was not asked for, or too long ago; try again");
    }

    List<PasskeyView> of(UUID account) {
        return kept.findByUserId(bytes(account)).stream()
                .map(each -> new PasskeyView(each.getCredentialId().toBase64UrlString(), each.getLabel(), each.getCreated(), each.getLastUsed())).toList();
    }

    /** Forgets one. */
    void remove(UUID account, String id) {
        if (of(account).stream().noneMatch(each -> each.id().equals(id))) {
            throw new NotFoundException("There is no passkey " + id + " of yours.");
        }
        kept.delete(Bytes.fromBase64(id));
        audit.write(Done.of(What.REMOVED, "passkey", account, "", List.of()), account.toString());
    }

    void removeAll(UUID account) {
        sql.update("delete from user_credentials where user_entity_user_id = ?", bytes(account).toBase64UrlString());
    }

    private static Bytes bytes(UUID id) {
        return new Bytes(ByteBuffer.allocate(16).putLong(id.getMostSignificantBits()).putLong(id.getLeastSignificantBits()).array());
    }

    private static UUID uuid(Bytes id) {
        ByteBuffer bits = ByteBuffer.wrap(id.getBytes());
        return new UUID(bits.getLong(), bits.getLong());
    }

    /** Accounts in the words of WebAuthn; its handle says nothing of anybody. */
    private static final class ByAccount implements PublicKeyCredentialUserEntityRepository {
        @Override
        public PublicKeyCredentialUserEntity findById(Bytes id) {
            return entity(uuid(id));
        }

        @Override
        public PublicKeyCredentialUserEntity findByUsername(String account) {
            return entity(UUID.fromString(account));
        }

        private static PublicKeyCredentialUserEntity entity(UUID account) {
            return ImmutablePublicKeyCredentialUserEntity.builder().id(bytes(account)).name(account.toString()).displayName(account.toString()).build();
        }

        @Override
        public void save(PublicKeyCredentialUserEntity entity) {
            // Accounts are kept elsewhere.
        }

        @Override
        public void delete(Bytes id) {
            // Accounts are kept elsewhere.
        }
    }
}

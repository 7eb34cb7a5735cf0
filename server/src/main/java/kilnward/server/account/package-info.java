/** Accounts: signing in with a password or a passkey, sessions, links that are good for once, and who belongs to which site. */
package kilnward.server.account;

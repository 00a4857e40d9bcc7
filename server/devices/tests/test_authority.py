"""The studio's own authority: openssl, which has no part in it, believes what it vouches for."""

import subprocess
import tempfile
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from django.test import SimpleTestCase

from mesotint.errors import InputError
from server.devices.authority import Papers, papers

TODAY = datetime(2026, 11, 26, tzinfo=UTC)


class AuthorityTest(SimpleTestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.home = Path(folder.name)

    def believed(self, made: Papers, *more: str) -> bool:
        """Whether `openssl verify` follows the certificate to the authority."""
        told = subprocess.run(
            ["openssl", "verify", "-x509_strict", "-CAfile", str(made.authority),
             "-attime", str(int(TODAY.timestamp())), *more, str(made.certificate)],
            capture_output=True, text=True, check=False,
        )  # fmt: skip
        return told.returncode == 0

    def test_openssl_believes_it_for_this_address_and_no_other(self) -> None:
        made = papers(self.home, "192.168.7.20", TODAY)
        self.assertTrue(self.believed(made, "-verify_ip", "192.168.7.20"))
        self.assertFalse(self.believed(made, "-verify_ip", "192.168.7.21"))
        self.assertTrue(self.believed(made, "-verify_hostname", "localhost"))
        for file in (made.key, self.home / "lan" / "authority.key"):
            self.assertEqual(file.stat().st_mode & 0o777, 0o600)

    def test_it_is_kept_and_renewed_when_the_address_or_the_time_wants_it(self) -> None:
        first = papers(self.home, "10.0.0.5", TODAY)
        was = first.certificate.read_bytes()
        again = papers(self.home, "10.0.0.5", TODAY + timedelta(days=300))
        self.assertEqual(again.certificate.read_bytes(), was)
        for address, day in (("10.0.0.6", TODAY), ("10.0.0.6", TODAY + timedelta(days=380))):
            made = papers(self.home, address, day)
            self.assertNotEqual(made.certificate.read_bytes(), was)
            was = made.certificate.read_bytes()
            # Who trusted it once trusts it still.
            self.assertEqual(made.fingerprint, first.fingerprint)
        late = papers(self.home, "10.0.0.6", TODAY + timedelta(days=3600))
        self.assertNotEqual(late.fingerprint, first.fingerprint)

    def test_it_may_vouch_for_nothing_but_private_networks(self) -> None:
        """RFC 5280, 4.2.1.10: what a name constraint does not permit is not believed."""
        made = papers(self.home, "172.16.0.9", TODAY)
        authority = x509.load_pem_x509_certificate(made.authority.read_bytes())
        limits = authority.extensions.get_extension_for_class(x509.NameConstraints)
        self.assertTrue(limits.critical)
        allowed = [str(each.value) for each in limits.value.permitted_subtrees or []]
        self.assertIn("192.168.0.0/16", allowed)
        self.assertNotIn("0.0.0.0/0", allowed)
        for address in ("8.8.8.8", "2001:db8::1", "no address"):
            with self.subTest(address=address), self.assertRaises(InputError):
                papers(self.home, address, TODAY)

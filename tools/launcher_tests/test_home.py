"""The kitchen's own certificate: signed by its maker, for its addresses, kept while it serves."""

import datetime as dt
import ipaddress
import stat
import tempfile
import unittest
from pathlib import Path

from cryptography import x509
from cryptography.x509.verification import PolicyBuilder, Store, VerificationError

from launcher.home import LEAF_DAYS, addresses, make_certificate

NOW = dt.datetime(2026, 11, 27, 18, 0, tzinfo=dt.UTC)
HOSTS = ["192.168.1.20", "localhost"]


class Certificate(unittest.TestCase):
    """What a phone is asked to trust."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)

    def trusted(self, host: str, now: dt.datetime) -> bool:
        """Ask as a browser that trusts the maker does."""
        maker = x509.load_pem_x509_certificate((self.folder / "ca.crt").read_bytes())
        leaf = x509.load_pem_x509_certificate((self.folder / "home.crt").read_bytes())
        subject: x509.GeneralName = x509.DNSName(host)
        if host[:1].isdigit():
            subject = x509.IPAddress(ipaddress.ip_address(host))
        policy = PolicyBuilder().store(Store([maker])).time(now.replace(tzinfo=None))
        try:
            policy.build_server_verifier(subject).verify(leaf, [])
        except VerificationError:
            return False
        return True

    def test_it_is_trusted_for_its_addresses_and_no_others(self) -> None:
        make_certificate(self.folder, HOSTS, NOW)
        self.assertTrue(self.trusted("192.168.1.20", NOW))
        self.assertTrue(self.trusted("localhost", NOW))
        self.assertFalse(self.trusted("192.168.1.21", NOW))
        self.assertFalse(self.trusted("192.168.1.20", NOW + dt.timedelta(days=LEAF_DAYS + 1)))

    def test_it_is_kept_while_it_serves_and_the_maker_stays(self) -> None:
        first = make_certificate(self.folder, HOSTS, NOW).read_bytes()
        maker = (self.folder / "ca.crt").read_bytes()
        again = make_certificate(self.folder, HOSTS, NOW + dt.timedelta(days=20)).read_bytes()
        self.assertEqual(first, again)
        moved = make_certificate(self.folder, ["10.0.0.7"], NOW).read_bytes()
        self.assertNotEqual(first, moved)
        late = make_certificate(self.folder, ["10.0.0.7"], NOW + dt.timedelta(days=380))
        self.assertNotEqual(moved, late.read_bytes())
        # A phone that trusts the maker has nothing to do again.
        self.assertEqual(maker, (self.folder / "ca.crt").read_bytes())

    def test_the_keys_are_for_their_owner_alone(self) -> None:
        make_certificate(self.folder, HOSTS, NOW)
        for name in ("ca.key", "home.key"):
            mode = stat.S_IMODE((self.folder / name).stat().st_mode)
            self.assertEqual(mode, 0o600)

    def test_loopback_is_no_address_for_a_phone(self) -> None:
        self.assertFalse([one for one in addresses() if one.startswith("127.")])

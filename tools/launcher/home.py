"""A certificate for this kitchen's own network, and its address as a code to scan.

Run with the packages of the application: python tools/launcher/home.py FOLDER PORT
Prints the addresses served, one a line, then the code; writes ca.crt, home.crt and home.key.
"""

from __future__ import annotations

import datetime as dt
import ipaddress
import socket
import subprocess
import sys
from pathlib import Path

import segno
from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

# A year and a month is the most that browsers take of a certificate; its maker lasts longer.
LEAF_DAYS, MAKER_DAYS, RENEW_DAYS = 397, 3650, 30
PRIVATE = 0o600


def addresses() -> list[str]:
    """Return this machine's addresses in its own network, the likeliest first."""
    found = []
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            # Nothing is sent: the system only says which way it would go.
            probe.connect(("192.0.2.1", 9))
            found.append(probe.getsockname()[0])
        except OSError:
            pass
    listed = subprocess.run(["hostname", "-I"], capture_output=True, text=True, check=False)
    found += [one for one in listed.stdout.split() if "." in one]
    return list(dict.fromkeys(one for one in found if not one.startswith("127.")))


def _name(text: str) -> x509.Name:
    return x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, text)])


def _write_key(path: Path, key: ec.EllipticCurvePrivateKey) -> None:
    path.touch(PRIVATE)
    path.write_bytes(
        key.private_bytes(
            serialization.Encoding.PEM,
            serialization.PrivateFormat.PKCS8,
            serialization.NoEncryption(),
        )
    )


def _maker(folder: Path, now: dt.datetime) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
    """Return the certificate that signs, and its key; made once and kept."""
    cert_path, key_path = folder / "ca.crt", folder / "ca.key"
    if cert_path.exists() and key_path.exists():
        key = serialization.load_pem_private_key(key_path.read_bytes(), None)
        cert = x509.load_pem_x509_certificate(cert_path.read_bytes())
        if isinstance(key, ec.EllipticCurvePrivateKey) and cert.not_valid_after_utc > now:
            return cert, key
    key = ec.generate_private_key(ec.SECP256R1())
    name = _name("Snabo in this kitchen")
    cert = (
        x509.CertificateBuilder()
        .subject_name(name)
        .issuer_name(name)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - dt.timedelta(days=1))
        .not_valid_after(now + dt.timedelta(days=MAKER_DAYS))
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .add_extension(
            x509.KeyUsage(
                digital_signature=True, key_cert_sign=True, crl_sign=True,
                content_commitment=False, key_encipherment=False, data_encipherment=False,
                key_agreement=False, encipher_only=False, decipher_only=False,
            ),
            critical=True,
        )
        .sign(key, hashes.SHA256())
    )  # fmt: skip
    _write_key(key_path, key)
    cert_path.write_bytes(cert.public_bytes(serialization.Encoding.PEM))
    return cert, key


def make_certificate(folder: Path, hosts: list[str], now: dt.datetime) -> Path:
    """Write a certificate for hosts and addresses, unless the one there still serves; return it.

    Args:
        folder: where ca.crt, home.crt and home.key are kept.
        hosts: names and addresses it is for.
        now: with its zone.
    """
    folder.mkdir(parents=True, exist_ok=True)
    maker, maker_key = _maker(folder, now)
    path = folder / "home.crt"
    names = x509.SubjectAlternativeName([_alternative(host) for host in hosts])
    if path.exists():
        cert = x509.load_pem_x509_certificate(path.read_bytes())
        known = cert.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
        lasts = cert.not_valid_after_utc - now > dt.timedelta(days=RENEW_DAYS)
        if known == names and lasts and cert.issuer == maker.subject:
            return path
    key = ec.generate_private_key(ec.SECP256R1())
    cert = (
        x509.CertificateBuilder()
        .subject_name(_name("Snabo"))
        .issuer_name(maker.subject)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - dt.timedelta(days=1))
        .not_valid_after(now + dt.timedelta(days=LEAF_DAYS))
        .add_extension(names, critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(
            x509.AuthorityKeyIdentifier.from_issuer_public_key(maker_key.public_key()),
            critical=False,
        )
        .sign(maker_key, hashes.SHA256())
    )
    _write_key(folder / "home.key", key)
    path.write_bytes(cert.public_bytes(serialization.Encoding.PEM))
    return path


def _alternative(host: str) -> x509.GeneralName:
    try:
        return x509.IPAddress(ipaddress.ip_address(host))
    except ValueError:
        return x509.DNSName(host)


def main() -> int:
    """Make the certificate and print the addresses and the code."""
    folder, port = Path(sys.argv[1]), sys.argv[2]
    found = addresses()
    if not found:
        sys.stderr.write("This machine is in no network that a phone could be in too.\n")
        return 1
    make_certificate(folder, [*found, "localhost", "127.0.0.1"], dt.datetime.now(dt.UTC))
    sys.stdout.write("\n".join(found) + "\n\n")
    sys.stdout.flush()
    segno.make(f"https://{found[0]}:{port}/").terminal(compact=True)
    return 0


if __name__ == "__main__":
    sys.exit(main())

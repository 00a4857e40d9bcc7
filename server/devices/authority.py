"""A certificate authority of the studio's own, for the devices on its network.

It is made once and kept, may vouch for nothing but addresses of private networks, and renews the
certificate of the web server when that runs out or the machine has another address (X.509 as in
RFC 5280; the private ranges are those of RFC 1918, RFC 3927, RFC 4193 and RFC 6762).
"""

import ipaddress
import os
import socket
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Final

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from mesotint.errors import InputError

AUTHORITY_DAYS: Final = 3650
SERVER_DAYS: Final = 397
"""Longer ones are refused by some browsers (common practice of theirs, from memory)."""

RENEW_BEFORE_DAYS: Final = 30

PRIVATE: Final = (
    "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "127.0.0.0/8", "fc00::/7",
    "fe80::/10", "::1/128",
)  # fmt: skip


@dataclass(frozen=True)
class Papers:
    """Files of the authority and of the web server, PEM each; keys are for their owner alone."""

    authority: Path
    certificate: Path
    key: Path
    fingerprint: str


def own_address() -> str:
    """This machine's address on its network; `InputError` where it has none.

    Nothing is sent: a datagram socket only asks which way it would go.
    """
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as line:
        try:
            line.connect(("10.254.254.254", 9))
            found: str = line.getsockname()[0]
        except OSError:
            raise InputError(
                "This machine is on no network; join one, or name an address: --lan ADDRESS.",
                "address",
            ) from None
    return found


def papers(home: Path, address: str, today: datetime | None = None) -> Papers:
    """The certificate of a web server at an address, made or renewed where that is due.

    Parameters
    ----------
    home : Path
        Folder of the studio's data; the papers lie in its folder ``lan``.
    address : str
        IP address at which devices find the server; `InputError` for one that is not private.
    today : datetime, optional
        What day it is taken for.
    """
    now = today or datetime.now(UTC)
    try:
        where = ipaddress.ip_address(address)
    except ValueError:
        raise InputError(
            f"“{address[:60]}” is no IP address, such as 192.168.1.20.", "address"
        ) from None
    if not any(where in ipaddress.ip_network(net) for net in PRIVATE):
        raise InputError(
            f"{address} is no address of a private network; for the world see deploy/.", "address"
        )
    folder = home / "lan"
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    authority, authority_key = _authority(folder, now)
    certificate, key = folder / "server.pem", folder / "server.key"
    if not _good(certificate, authority, where, now):
        _vouch(authority, authority_key, certificate, key, where, now)
    told = authority.fingerprint(hashes.SHA256()).hex().upper()
    return Papers(
        folder / "authority.pem",
        certificate,
        key,
        ":".join(told[i : i + 2] for i in range(0, len(told), 2)),
    )


def _authority(folder: Path, now: datetime) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
    file, key_file = folder / "authority.pem", folder / "authority.key"
    if file.exists() and key_file.exists():
        there = x509.load_pem_x509_certificate(file.read_bytes())
        if there.not_valid_after_utc - now > timedelta(days=SERVER_DAYS + RENEW_BEFORE_DAYS):
            key = serialization.load_pem_private_key(key_file.read_bytes(), None)
            assert isinstance(key, ec.EllipticCurvePrivateKey)
            return there, key
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name(
        [
            x509.NameAttribute(NameOID.COMMON_NAME, f"Mesotint studio on {socket.gethostname()}"),
            x509.NameAttribute(NameOID.ORGANIZATION_NAME, "Mesotint"),
        ]
    )
    nets = [x509.IPAddress(ipaddress.ip_network(net)) for net in PRIVATE]
    made = (
        x509.CertificateBuilder()
        .subject_name(name)
        .issuer_name(name)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + timedelta(days=AUTHORITY_DAYS))
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(
            x509.NameConstraints([*nets, x509.DNSName("local"), x509.DNSName("localhost")], None),
            critical=True,
        )
        .add_extension(_uses(signs_certificates=True), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .sign(key, hashes.SHA256())
    )
    _write(key_file, _private(key))
    _write(file, made.public_bytes(serialization.Encoding.PEM))
    return made, key


def _good(
    file: Path,
    authority: x509.Certificate,
    address: ipaddress.IPv4Address | ipaddress.IPv6Address,
    now: datetime,
) -> bool:
    """Whether a certificate is there, of this authority, for this address, and not running out."""
    if not file.exists():
        return False
    there = x509.load_pem_x509_certificate(file.read_bytes())
    names = there.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    return (
        there.issuer == authority.subject
        and _issued_by(there, authority)
        and address in names.get_values_for_type(x509.IPAddress)
        and there.not_valid_after_utc - now > timedelta(days=RENEW_BEFORE_DAYS)
    )


def _issued_by(certificate: x509.Certificate, authority: x509.Certificate) -> bool:
    try:
        certificate.verify_directly_issued_by(authority)
    except Exception:
        return False
    return True


def _vouch(
    authority: x509.Certificate,
    authority_key: ec.EllipticCurvePrivateKey,
    file: Path,
    key_file: Path,
    address: ipaddress.IPv4Address | ipaddress.IPv6Address,
    now: datetime,
) -> None:
    key = ec.generate_private_key(ec.SECP256R1())
    host = socket.gethostname().split(".")[0].lower()
    names: list[x509.GeneralName] = [
        x509.IPAddress(address),
        x509.IPAddress(ipaddress.ip_address("127.0.0.1")),
        x509.DNSName("localhost"),
        x509.DNSName(f"{host}.local"),
    ]
    made = (
        x509.CertificateBuilder()
        .subject_name(x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, str(address))]))
        .issuer_name(authority.subject)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + timedelta(days=SERVER_DAYS))
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(x509.SubjectAlternativeName(names), critical=False)
        .add_extension(_uses(signs_certificates=False), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(
            x509.AuthorityKeyIdentifier.from_issuer_public_key(authority_key.public_key()),
            critical=False,
        )
        .sign(authority_key, hashes.SHA256())
    )
    _write(key_file, _private(key))
    _write(file, made.public_bytes(serialization.Encoding.PEM))


def _uses(*, signs_certificates: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs_certificates,
        content_commitment=False,
        key_encipherment=False,
        data_encipherment=False,
        key_agreement=False,
        key_cert_sign=signs_certificates,
        crl_sign=signs_certificates,
        encipher_only=False,
        decipher_only=False,
    )


def _private(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(
        serialization.Encoding.PEM,
        serialization.PrivateFormat.PKCS8,
        serialization.NoEncryption(),
    )


def _write(file: Path, told: bytes) -> None:
    """Whole or not at all, for the owner's eyes."""
    fresh = file.with_suffix(".new")
    with os.fdopen(os.open(fresh, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as out:
        out.write(told)
    fresh.replace(file)

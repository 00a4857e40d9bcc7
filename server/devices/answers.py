"""What goes out of devices."""

from datetime import datetime

from pydantic import BaseModel

from server.devices.models import Device


class Known(BaseModel):
    """Whether this device may come in."""

    known: bool


class DeviceOut(BaseModel):
    """A device that was let in."""

    id: int
    label: str
    created: datetime


class NetworkOut(BaseModel):
    """Where the studio is open on its network, as an address and a picture of it to point a camera
    at; the code for the next new device, which holds for some minutes and once."""

    address: str
    qr_svg: str
    code: str
    minutes: int
    fingerprint: str
    devices: list[DeviceOut]


def device_out(device: Device) -> DeviceOut:
    """A device that was let in."""
    return DeviceOut(id=device.pk, label=device.label, created=device.created)

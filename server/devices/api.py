"""Devices on the studio's network: how one comes in, and which came."""

import io
from pathlib import Path

import segno
from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from django.shortcuts import get_object_or_404
from django.views.decorators.csrf import csrf_protect
from ninja import Router, Status
from ninja.decorators import decorate_view

from server.devices.answers import Known, NetworkOut, device_out
from server.devices.models import Device
from server.devices.requests import CodeIn
from server.devices.services import CODE_MINUTES, COOKIE, COOKIE_DAYS, is_known, let_in, new_code
from server.painters.requests import SignedIn

router = Router(tags=["devices"])


@router.get("/device", response=Known, auth=None)
def device(request: HttpRequest) -> Known:
    """Whether this device may come in; also hands out the cookie that a code needs."""
    get_token(request)
    return Known(known=not settings.LAN or is_known(request))


@router.post("/device", response=Known, auth=None)
@decorate_view(csrf_protect)
def come_in(request: HttpRequest, payload: CodeIn, response: HttpResponse) -> Known:
    """Let this device in by a code."""
    response.set_cookie(
        COOKIE,
        let_in(request, payload.code),
        max_age=COOKIE_DAYS * 86_400,
        httponly=True,
        secure=settings.SESSION_COOKIE_SECURE,
        samesite="Lax",
    )
    return Known(known=True)


@router.post("/network", response=NetworkOut)
def network(request: SignedIn) -> NetworkOut:
    """Where the studio is open on its network, and a code for one more device."""
    if not settings.LAN_ADDRESS:
        raise Http404
    drawn = io.BytesIO()
    segno.make_qr(settings.LAN_ADDRESS).save(drawn, kind="svg", scale=1, border=4, xmldecl=False)
    return NetworkOut(
        address=settings.LAN_ADDRESS,
        qr_svg=drawn.getvalue().decode(),
        code=new_code(),
        minutes=CODE_MINUTES,
        fingerprint=settings.LAN_FINGERPRINT,
        devices=[device_out(each) for each in Device.objects.all()],
    )


@router.delete("/devices/{int:device_id}", response={204: None})
def send_away(request: SignedIn, device_id: int) -> Status[None]:
    """Let a device in no longer; from the studio's own machine alone."""
    if settings.LAN:
        raise Http404
    get_object_or_404(Device, pk=device_id).delete()
    return Status(204, None)


def authority(request: HttpRequest) -> HttpResponse:
    """The certificate of the studio's authority, to trust on a device."""
    file = Path(settings.DATA) / "lan" / "authority.pem"
    if not settings.LAN_ADDRESS or not file.is_file():
        raise Http404
    answer = HttpResponse(file.read_bytes(), content_type="application/x-x509-ca-cert")
    answer["Content-Disposition"] = 'attachment; filename="mesotint-studio.crt"'
    return answer

"""A device from the network comes in by a code, once, and by no guess."""

from http import HTTPStatus

from django.core.cache import cache
from django.core.exceptions import MiddlewareNotUsed
from django.http import HttpResponse
from django.test import Client, override_settings

from server.config.lan import known_device
from server.devices.models import Device
from server.devices.services import MOST_TRIES, new_code
from server.painters.tests.studio import PASSWORD, StudioTest

LAN = {"LAN": True, "LAN_ADDRESS": "https://192.168.7.20:8461/"}
GUARDED = ["server.config.lan.known_device"]


class DevicesTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        cache.clear()
        with self.settings(**LAN):
            from django.conf import settings

            chain = [*GUARDED, *settings.MIDDLEWARE]
        unique = list(dict.fromkeys(chain))
        lan = override_settings(**LAN, MIDDLEWARE=unique)
        lan.enable()
        self.addCleanup(lan.disable)
        self.phone = Client(HTTP_USER_AGENT="Mozilla/5.0 (something) Mobile/15")

    def come_in(self, code: str, client: Client | None = None) -> int:
        """Status of a code that is written on a device."""
        return self.send("post", "device", {"code": code}, client or self.phone)[0]

    def test_an_unknown_device_sees_nothing_of_any_studio(self) -> None:
        for path in ("me", "tubes", "scales"):
            self.assert_problem(self.send("get", path, client=self.phone), 403, "device")
        signing = self.phone.post(
            "/_allauth/browser/v1/auth/login",
            {"username": "ann", "password": PASSWORD},
            content_type="application/json",
        )
        self.assertEqual(signing.status_code, HTTPStatus.FORBIDDEN)
        self.assertEqual(self.send("get", "device", client=self.phone)[1], {"known": False})

    def test_a_code_lets_one_device_in_and_is_used_up(self) -> None:
        code = new_code()
        self.assertEqual(self.come_in(f"{code[:3]} {code[3:]}"), 200)
        self.assertEqual(self.send("get", "me", client=self.phone)[0], 200)
        self.assertEqual(self.send("get", "device", client=self.phone)[1], {"known": True})
        self.assertEqual(self.come_in(code, Client()), 422)
        (device,) = Device.objects.all()
        self.assertEqual(device.label, "A phone or tablet, 127.0.0.1")
        # What the browser keeps is not what is written down here.
        cookie = self.phone.cookies["mesotint-device"]
        self.assertNotEqual(cookie.value, device.digest)
        self.assertTrue(cookie["httponly"])

    def test_guessing_is_given_up_soon_and_a_good_code_then_waits(self) -> None:
        for _ in range(MOST_TRIES):
            self.assert_problem(
                self.send("post", "device", {"code": "000 000"}, self.phone), 422, "not the code"
            )
        code = new_code()
        told = self.send("post", "device", {"code": code}, self.phone)
        self.assert_problem(told, 422, "five minutes")

    def test_the_studio_shows_its_address_and_sends_a_device_away(self) -> None:
        code = new_code()
        self.come_in(code)
        with self.settings(LAN=False):
            status, told = self.send("post", "network", {})
            self.assertEqual(status, 200)
            self.assertEqual(told["address"], LAN["LAN_ADDRESS"])
            self.assertIn("<svg", told["qr_svg"])
            self.assertRegex(told["code"], r"^\d{6}$")
            (device,) = told["devices"]
            self.assertEqual(self.send("delete", f"devices/{device['id']}")[0], 204)
        self.assertEqual(self.send("get", "me", client=self.phone)[0], 403)
        # From the network nobody is sent away.
        self.come_in(new_code())
        (other,) = Device.objects.all()
        self.phone.force_login(self.painter)
        self.assertEqual(self.send("delete", f"devices/{other.pk}", client=self.phone)[0], 404)

    def test_where_it_serves_no_network_nothing_is_asked(self) -> None:
        with self.settings(LAN=False, LAN_ADDRESS=""):
            self.assertEqual(self.send("get", "device", client=Client())[1], {"known": True})
            self.assertEqual(self.send("post", "network", {})[0], 404)
            with self.assertRaises(MiddlewareNotUsed):
                known_device(lambda _: HttpResponse())

"""Every view at a desk, on a tablet in portrait and on a phone: axe, targets, text, width."""

from collections.abc import Callable, Iterator

from playwright.sync_api import Page

from e2e.studio import PHONE, TABLET, TOO_SMALL, WIDE, InBrowser

TOO_TINY = """() => {
    const found = new Set();
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walk.nextNode()) {
        const el = walk.currentNode.parentElement;
        if (!walk.currentNode.data.trim() || !el.getClientRects().length) continue;
        if (el.closest('.sr-only, [hidden], option')) continue;
        const drawn = el.ownerSVGElement ? el.getScreenCTM().a : 1;
        const size = parseFloat(getComputedStyle(el).fontSize) * drawn;
        if (size < 13.95) found.add(`${size.toFixed(1)} ${walk.currentNode.data.trim()}`);
    }
    return [...found];
}"""
"""Text of less than 14 CSS px, as large as it is drawn."""

CUT = """() => {
    const found = new Set();
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const range = document.createRange();
    while (walk.nextNode()) {
        const el = walk.currentNode.parentElement;
        if (!walk.currentNode.data.trim() || el.closest('.sr-only, [hidden], option')) continue;
        range.selectNodeContents(walk.currentNode);
        for (const text of range.getClientRects())
            for (let each = el; each; each = each.parentElement) {
                if (each.offsetWidth <= 1) break;  // told to who does not see, only
                const { overflowX, textOverflow } = getComputedStyle(each);
                if (['auto', 'scroll'].includes(overflowX) || textOverflow === 'ellipsis') break;
                if (overflowX === 'visible') continue;
                const room = each.getBoundingClientRect();
                if (text.left < room.left - 1 || text.right > room.right + 1)
                    found.add(walk.currentNode.data.trim());
            }
    }
    return [...found];
}"""
"""Text that its box cuts off at a side, without a sign that it goes on."""


class Sizes(InBrowser):
    """At the desk; the other two follow."""

    viewport = WIDE
    smaller: tuple[str, ...] = ("journal: By colour",)
    """Views whose targets may be smaller than a finger: a map that a mouse points into."""

    def views(self, page: Page) -> Iterator[tuple[str, Callable[[], None]]]:
        """The name of each view, and how one comes to it."""

        def stage(name: str, *taps: str) -> Callable[[], None]:
            def go() -> None:
                page.get_by_role("link", name=name, exact=True).click()
                page.get_by_role("main").first.wait_for()
                for tap in taps:
                    page.get_by_role("button", name=tap, exact=True).first.click()
                page.wait_for_timeout(600)

            return go

        def sheet(path: str) -> Callable[[], None]:
            def go() -> None:
                page.goto(self.studio.address + path)
                page.get_by_label("The chosen patch").wait_for()

            return go

        kinds = set()
        for each in self.api(page, "GET", "scales"):
            told = self.api(page, "GET", f"scales/{each['id']}")["request"]
            kind = told.get("chart", told["kind"])
            if kind not in kinds:
                kinds.add(kind)
                yield kind, sheet(f"scales/{each['id']}")
        yield "tubes", stage("Tubes")
        yield "piles", stage("Piles")
        for view in ("Passages", "Mother colour", "Schools", "Palette"):
            yield f"painting: {view}", stage("Paintings", view)
        for view in ("By day", "By colour", "By painting", "By tubes", "Store", "What it teaches"):
            yield f"journal: {view}", stage("Journal", view)
        for view in ("Practise", "Record", "For a class"):
            yield f"practice: {view}", stage("Practice", view)

    def test_every_view(self) -> None:
        page = self.open_demo()
        for name, go in self.views(page):
            with self.subTest(view=name):
                go()
                self.assert_accessible()
                if name not in self.smaller:
                    self.assertEqual(page.evaluate(TOO_SMALL), [])
                self.assertEqual(page.evaluate(TOO_TINY), [])
                self.assertEqual(page.evaluate(CUT), [])
                wide = page.evaluate("document.documentElement.scrollWidth")
                self.assertLessEqual(wide, self.viewport["width"])


class SizesOnATablet(Sizes):
    viewport = TABLET
    smaller = ()


class SizesOnAPhone(Sizes):
    viewport = PHONE
    smaller = ()


class OtherModes(InBrowser):
    def test_paint_keeps_its_colour_when_a_system_forces_its_own(self) -> None:
        page = self.open_demo()
        swatch = page.locator("[data-run-step]").nth(3)
        before = swatch.evaluate("el => getComputedStyle(el).backgroundColor")
        page.emulate_media(forced_colors="active")
        self.assertEqual(swatch.evaluate("el => getComputedStyle(el).backgroundColor"), before)
        chips = page.get_by_role("navigation", name="Tubes").locator("[style*=background-color]")
        told = chips.evaluate_all("all => all.map(el => getComputedStyle(el).backgroundColor)")
        # What contrast words have then is the system's to say.
        self.assertGreater(len(set(told)), 20)

    def test_at_twice_the_size_the_stage_comes_first(self) -> None:
        """1280 by 800 at 200 % is a window of 640 by 400 CSS pixels (WCAG 2.2, 1.4.4)."""
        page = self.open_demo()
        page.set_viewport_size({"width": 640, "height": 400})
        page.wait_for_timeout(300)
        plot = page.get_by_role("main").locator("svg[aria-label]").first.bounding_box()
        tray = page.get_by_role("navigation", name="Tubes").bounding_box()
        assert plot is not None and tray is not None
        self.assertLess(plot["y"], 220)
        self.assertGreater(tray["y"], plot["y"] + plot["height"])
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 640)

    def test_a_left_hand_has_the_slip_at_the_left(self) -> None:
        page = self.open_demo()
        self.api(page, "PATCH", "me", {"hand": "left"})
        page.reload()
        slip = page.get_by_label("The slip", exact=True)
        slip.wait_for()
        box, tray = slip.bounding_box(), page.get_by_label("Tubes", exact=True).bounding_box()
        assert box is not None and tray is not None
        self.assertEqual(box["x"], 0)
        self.assertGreater(tray["x"], 1000)

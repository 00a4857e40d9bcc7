"""Made-up scenes of known passages: outlines, colours, textures, light and a cast shadow.

Nothing of them is of a real place. They are hard enough that colour alone does not divide them: the
nearest colours lie 13 to 17 apart by CIEDE2000, light falls off within each passage, each has a
texture of its own, and a shadow lies across several.
"""

import cv2
import numpy as np

from mesotint.colour.colorimetry import xyz_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import LINEAR_FROM_XYZ, encoded
from mesotint.optics.grid import Array, Indices, Pixels

CLOSEST = 13.0
_NEAREST_WITHIN = 17.0


def texture(
    rng: np.random.Generator, shape: tuple[int, int], size: float, stretch: float = 1.0
) -> Array:
    """Noise of mean 0 and spread 1, of grains of that many pixels, drawn out into strokes."""
    noise: Array = rng.standard_normal(shape).astype(np.float32)
    if stretch > 1:
        reach, angle = int(size * stretch) | 1, rng.uniform(0, np.pi)
        stroke, middle = np.zeros((reach, reach), np.float32), reach // 2
        for at in np.linspace(-middle, middle, 2 * reach):
            down, across = middle + at * np.sin(angle), middle + at * np.cos(angle)
            stroke[round(down), round(across)] = 1
        noise = np.asarray(
            cv2.filter2D(noise, -1, stroke / stroke.sum(), borderType=cv2.BORDER_REFLECT)
        )
    noise = np.asarray(cv2.GaussianBlur(noise, (0, 0), size, borderType=cv2.BORDER_REFLECT))
    return np.asarray((noise - noise.mean()) / noise.std())


def _outlines(rng: np.random.Generator, count: int, down: Array, across: Array) -> Indices:
    height, width = down.shape
    places: list[Array] = []
    while len(places) < count:
        place = rng.uniform([0.08 * height, 0.08 * width], [0.92 * height, 0.92 * width])
        apart = [np.hypot(*(place - other)) > 0.22 * height for other in places]
        if all(apart) or rng.random() < 0.02:
            places.append(place)
    at = np.array(places)
    away = np.hypot(down[..., None] - at[:, 0], across[..., None] - at[:, 1])
    return np.asarray(np.argmin(away * rng.uniform(0.8, 1.25, count), axis=-1))


def _colours(rng: np.random.Generator, count: int) -> Array:
    labs: list[Array] = []
    while len(labs) < count:
        hue, chroma = rng.uniform(0, 2 * np.pi), rng.uniform(2, 32)
        lab = np.array([rng.uniform(28, 85), chroma * np.cos(hue), chroma * np.sin(hue)])
        gaps = [float(delta_e_2000(lab, other)) for other in labs]
        if not labs or CLOSEST <= min(gaps) < _NEAREST_WITHIN:
            labs.append(lab)
    return np.array(labs)


def scene(seed: int, height: int = 400, width: int = 600) -> tuple[Pixels, Indices]:
    """A picture of 5 to 9 passages as a camera keeps it, and the passage of each pixel."""
    rng = np.random.default_rng(seed)
    count, shape = int(rng.integers(5, 10)), (height, width)
    down, across = np.mgrid[:height, :width].astype(np.float32)
    down = down + 18 * texture(rng, shape, 30) + 4 * texture(rng, shape, 6)
    across = across + 18 * texture(rng, shape, 30) + 4 * texture(rng, shape, 6)
    truth = _outlines(rng, count, down, across)
    lab = _colours(rng, count)[truth]
    for place in range(count):
        mine, angle = truth == place, rng.uniform(0, 2 * np.pi)
        grain = texture(rng, shape, rng.choice([0.8, 1.5, 3.0]), rng.choice([1, 1, 4, 8]))
        slope = np.cos(angle) * (across - across[mine].mean())
        slope += np.sin(angle) * (down - down[mine].mean())
        slope *= rng.uniform(4, 11) / max(float(np.abs(slope[mine]).max()), 1.0)
        lab[mine, 0] += (grain * rng.uniform(2, 6) + slope)[mine]
        for axis in (1, 2):
            lab[mine, axis] += (texture(rng, shape, 2) * rng.uniform(0.5, 2))[mine]
    lab[..., 0] = np.clip(lab[..., 0], 4, 97)
    linear = np.clip(xyz_from_lab(lab) / 100 @ LINEAR_FROM_XYZ.T, 0, 1)
    return _taken(rng, linear * (1 - _shadow(rng, down, across))), truth


def _shadow(rng: np.random.Generator, down: Array, across: Array) -> Array:
    """What a band of shadow, bluish and soft at its edges, takes of the light."""
    height, width = down.shape
    angle = rng.uniform(0, np.pi)
    off = np.cos(angle) * (across - width * rng.uniform(0.25, 0.75))
    off += np.sin(angle) * (down - height * rng.uniform(0.25, 0.75))
    within = (np.abs(off) - rng.uniform(0.12, 0.24) * width) / rng.uniform(1.5, 8)
    left = np.array([0.5, 0.55, 0.62]) * rng.uniform(0.85, 1.15)
    return np.asarray((1 - left) / (1 + np.exp(np.clip(within, -50, 50)))[..., None])


def _taken(rng: np.random.Generator, linear: Array) -> Pixels:
    sharp = cv2.GaussianBlur(encoded(np.clip(linear, 0, 1)), (0, 0), 0.7)
    noisy = np.clip(sharp * 255 + rng.normal(0, 2, sharp.shape), 0, 255).astype(np.uint8)
    _, packed = cv2.imencode(".jpg", noisy[..., ::-1], [cv2.IMWRITE_JPEG_QUALITY, 88])
    read = cv2.imdecode(packed, cv2.IMREAD_COLOR)
    assert read is not None
    return np.asarray(read[..., ::-1], dtype=np.uint8)


def agreement(one: Indices, other: Indices) -> float:
    """Adjusted Rand index of two divisions of the same pixels: 1 where they are one, about 0 where
    they agree by chance (Hubert and Arabie 1985, J. Classification 2, 193)."""
    table = np.zeros((int(one.max()) + 1, int(other.max()) + 1))
    np.add.at(table, (one.ravel(), other.ravel()), 1)

    def pairs(counts: Array) -> float:
        return float((counts * (counts - 1) / 2).sum())

    both, rows, columns = pairs(table), pairs(table.sum(axis=1)), pairs(table.sum(axis=0))
    chance = rows * columns / pairs(np.array([table.sum()]))
    return (both - chance) / ((rows + columns) / 2 - chance)


def by_colour_alone(pixels: Pixels, count: int) -> Indices:
    """What k-means makes of a picture in CIELAB, by scipy."""
    from scipy.cluster.vq import kmeans2

    from mesotint.pictures.photograph import labs_of

    labs = labs_of(pixels)
    centres, _ = kmeans2(labs[::7], count, minit="++", rng=np.random.default_rng(1))
    away = ((labs[:, None] - centres) ** 2).sum(axis=-1)
    return np.asarray(away.argmin(axis=1).reshape(pixels.shape[:2]))

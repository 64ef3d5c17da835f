"""Kitchen scales and a thermometer: what they say, when it is steady, and simulated ones."""

from snabo_core.devices.recording import read_recording, written
from snabo_core.devices.reports import Reading, Status, decode, encode
from snabo_core.devices.simulated import Event, SimulatedScale
from snabo_core.devices.steady import Steady, steadied
from snabo_core.devices.thermometer import SimulatedProbe

__all__ = [
    "Event",
    "Reading",
    "SimulatedProbe",
    "SimulatedScale",
    "Status",
    "Steady",
    "decode",
    "encode",
    "read_recording",
    "steadied",
    "written",
]

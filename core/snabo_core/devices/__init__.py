"""Kitchen scales: what their reports say, when a weight is steady, and a simulated one."""

from snabo_core.devices.recording import read_recording, written
from snabo_core.devices.reports import Reading, Status, decode, encode
from snabo_core.devices.simulated import Event, SimulatedScale
from snabo_core.devices.steady import Steady, steadied

__all__ = [
    "Event",
    "Reading",
    "SimulatedScale",
    "Status",
    "Steady",
    "decode",
    "encode",
    "read_recording",
    "steadied",
    "written",
]

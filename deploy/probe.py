"""Ask the server on this machine whether it is well: python probe.py healthz|readyz."""

import os
import sys
from urllib.error import URLError
from urllib.request import Request, urlopen


def main() -> int:
    """Return 0 where the answer is 200."""
    path = sys.argv[1] if len(sys.argv) > 1 else "healthz"
    host = os.environ.get("SNABO_HOSTS", "127.0.0.1").split(",")[0]
    address = f"http://127.0.0.1:{os.environ.get('SNABO_PORT', '8760')}/{path}"
    try:
        with urlopen(Request(address, headers={"Host": host}), timeout=4) as answer:
            return 0 if answer.status == 200 else 1
    except (URLError, OSError):
        return 1


if __name__ == "__main__":
    sys.exit(main())

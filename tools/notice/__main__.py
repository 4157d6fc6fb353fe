"""`python -m tools.notice`: write `NOTICE`."""

import sys

from tools.notice import main

sys.exit(main())

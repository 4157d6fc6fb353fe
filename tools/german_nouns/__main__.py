"""`python -m tools.german_nouns TABLE`."""

import sys

from tools.german_nouns import main

sys.exit(main())

"""The application object gunicorn serves; the food list is loaded once, before forking."""

import gc

from django.core.wsgi import get_wsgi_application

from snabo_core.foods import library

application = get_wsgi_application()
library()
# The list stays for good: the collector need not walk it, nor copy its pages to each worker.
gc.collect()
gc.freeze()

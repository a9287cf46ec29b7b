"""The application that gunicorn serves."""

import os

from django.core.exceptions import ImproperlyConfigured
from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
if "JAR_MODE" not in os.environ:
    raise ImproperlyConfigured("JAR_MODE is not set. A server says whether it is a demo, serve or test; ./jar sets it.")
application = get_wsgi_application()

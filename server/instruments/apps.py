from django.apps import AppConfig


class InstrumentsConfig(AppConfig):
    """Scales, probes and thermometers of a kitchen: simulated, or read off a real one."""

    name = "server.instruments"
    label = "instruments"

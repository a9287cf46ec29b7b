"""The shipped nginx configuration, run on loopback before a server of a test."""

import subprocess
from pathlib import Path

from tests.core.cases import ROOT
from tests.running.checkout import free_port, until

UNPACKED = ROOT / ".local/nginx/usr/sbin/nginx"
MAIN = """
daemon off; pid {folder}/nginx.pid; error_log {folder}/error.log; worker_processes 1;
events {{ worker_connections 256; }}
http {{
  access_log off;
  client_body_temp_path {folder}/body; proxy_temp_path {folder}/proxied; fastcgi_temp_path {folder}/fastcgi;
  uwsgi_temp_path {folder}/uwsgi; scgi_temp_path {folder}/scgi;
  include {folder}/jar-table.conf;
}}
"""


class Proxy:
    """nginx with the shipped configuration, before a server at a port; `plain` and `secure` are its own ports."""

    def __init__(self, folder: Path, behind: int) -> None:
        self.plain, self.secure = free_port(), free_port()
        folder.mkdir()
        command = (
            "openssl req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=127.0.0.1 -addext subjectAltName=IP:127.0.0.1"
        )
        key, certificate = folder / "kitchen.key", folder / "kitchen.pem"
        subprocess.run([*command.split(), "-keyout", key, "-out", certificate], check=True, capture_output=True)
        shipped = (ROOT / "docs/nginx.conf").read_text(encoding="utf-8")
        for was, now in (
            ("127.0.0.1:8470", f"127.0.0.1:{behind}"),
            ("listen 80;", f"listen 127.0.0.1:{self.plain};"),
            ("listen 443 ssl;", f"listen 127.0.0.1:{self.secure} ssl;"),
            ("/etc/ssl/kitchen.example.pem", str(certificate)),
            ("/etc/ssl/kitchen.example.key", str(key)),
            ("server_name kitchen.example;", "server_name 127.0.0.1;"),
        ):
            assert was in shipped, was
            shipped = shipped.replace(was, now)
        (folder / "jar-table.conf").write_text(shipped, encoding="utf-8")
        (folder / "nginx.conf").write_text(MAIN.format(folder=folder), encoding="utf-8")
        self.certificate = certificate
        program = UNPACKED if UNPACKED.exists() else Path("/usr/sbin/nginx")
        self.process = subprocess.Popen(
            [program, "-p", folder, "-c", folder / "nginx.conf", "-e", folder / "error.log"],
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
        )
        assert until((folder / "nginx.pid").exists, 10), (folder / "error.log").read_text()

    def stop(self) -> None:
        self.process.terminate()
        self.process.wait(10)

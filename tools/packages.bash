# Debian packages: installed only when missing, by root or through sudo.

declare -A JAR_PACKAGES=(
  [python]="python3 python3-venv ca-certificates"
  [postgres]="postgresql"
  [git]="git"
  [browser]="chromium chromium-headless-shell chromium-driver fonts-dejavu-core"
)

# package_present GROUP: a quick look at what the group gives, so that an equal install from elsewhere counts.
package_present() {
  case "$1" in
    python) python3 -c 'import ensurepip, sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null ;;
    postgres) [ -n "$(postgres_bin)" ] || [ -n "${DATABASE_URL:-}" ] ;;
    git) command -v git >/dev/null ;;
    browser) [ -x /usr/bin/chromium ] && [ -x /usr/bin/chromium-headless-shell ] && [ -x /usr/bin/chromedriver ] ;;
  esac
}

apt() {
  local root=()
  if [ "$(id -u)" != 0 ]; then
    command -v sudo >/dev/null || fail "Debian packages are missing ($*) and there is no sudo" "as root: apt-get install --no-install-recommends $*"
    root=(sudo)
  fi
  # Another apt may be at work: on a machine that has just begun one always is.
  "${root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get -o DPkg::Lock::Timeout=600 "$@"
}

# apt-get update does not wait for the lists' lock by itself.
fresh_lists() {
  local told
  for _ in $(seq 120); do
    told=$(apt update -qq 2>&1) && return 0
    [[ $told == *"Could not get lock"* ]] || break
    sleep 5
  done
  echo "$told"
  return 1
}

# need_nginx: Debian's nginx for the tests, unpacked and not installed: an installed one would start a service.
need_nginx() {
  [ ! -x /usr/sbin/nginx ] && [ ! -x "$JAR_ROOT/.local/nginx/usr/sbin/nginx" ] || return 0
  step "nginx, unpacked" unpack_nginx
}

unpack_nginx() {
  local folder; folder=$(mktemp -d)
  # apt's own user puts it there.
  chmod 777 "$folder"
  (cd "$folder" && { apt-get download -qq nginx || { fresh_lists && apt-get download -qq nginx; }; } && dpkg-deb -x nginx_*.deb "$JAR_ROOT/.local/nginx")
  rm -rf "$folder"
}

# Debian's own PostgreSQL package makes and starts a cluster called main; ours is private, so it is told not to.
need_packages() {
  local group wanted=()
  for group in "$@"; do package_present "$group" || read -ra wanted <<<"${wanted[*]} ${JAR_PACKAGES[$group]}"; done
  [ ${#wanted[@]} -gt 0 ] || return 0
  command -v apt-get >/dev/null || fail "missing: ${wanted[*]}" "install them with your system's package manager"
  step "package lists" fresh_lists
  step "Debian packages (${wanted[*]})" apt install -y -qq --no-install-recommends "${wanted[@]}"
}

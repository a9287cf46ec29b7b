# The front end: Node from the Python locks (one version, always the one tested), packages by npm ci, the build by Vite.

in_web() { (cd web && PATH="$JAR_ROOT/.venv/bin:$PATH" "$@"); }

need_web_packages() {
  local want; want=$(fingerprint web/package.json web/package-lock.json)
  [ "$(cat web/node_modules/.jar 2>/dev/null)" = "$want" ] && return 0
  step "front-end packages" in_web npm ci --no-audit --no-fund --loglevel=error
  echo "$want" >web/node_modules/.jar
}

build_web() {
  in_web npx --no-install vite build && in_web npx --no-install vite build -c vite.worker.config.ts &&
    in_web node scripts/compress.mjs dist
}

need_web() {
  need_web_packages
  local want
  want=$(find web/src web/worker web/public web/scripts web/vite.config.ts web/vite.worker.config.ts web/package.json web/package-lock.json -type f 2>/dev/null | LC_ALL=C sort | xargs cat | sha256sum | cut -c1-16)
  [ "$(cat web/dist/.jar 2>/dev/null)" = "$want" ] && return 0
  step "front-end build" build_web
  echo "$want" >web/dist/.jar
}

# Shared by the commands: messages, what must be installed, building.
# Sourced by ./wandtafel with ROOT set.

DATA=${WANDTAFEL_DATA:-$ROOT/.data}
# It is a setting of these scripts only; the server would call it unknown.
unset WANDTAFEL_DATA

# Collecting garbage, Node has four helpers however many cores there are: on two cores, collecting a large board's would keep everybody
# waiting for each of them. One core less than there are is left to them, four at most.
cores=$(getconf _NPROCESSORS_ONLN 2>/dev/null || echo 2)
helpers=$((cores > 5 ? 4 : cores > 2 ? cores - 1 : 1))
export NODE_OPTIONS="--v8-pool-size=$helpers ${NODE_OPTIONS:-}"

say() { printf '%s\n' "$*" >&2; }
fail() {
	printf '\n%s\n' "$*" >&2
	exit 1
}

need_disk() { # MEGABYTES
	local free
	free=$(df -Pm "$ROOT" | awk 'NR==2 {print $4}')
	[ "$free" -ge "$1" ] || fail "The disk is nearly full: $free MB are free here, $1 MB are needed. Make room and try again."
}

need_node() {
	command -v node >/dev/null || fail "Node.js is missing. Install Node 20 (https://nodejs.org), then try again."
	local major
	major=$(node -p 'process.versions.node.split(".")[0]')
	if [ "$major" -lt 20 ] || ! node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit((a===20&&b>=19)||a>=22?0:1)'; then
		fail "Node $(node --version) is too old or an odd release: Wandtafel runs on Node 20.19 or later, and on 22."
	fi
}

# Runs a command as root: as it is, or through sudo.
as_root() {
	if [ "$(id -u)" -eq 0 ]; then "$@"
	elif command -v sudo >/dev/null; then sudo "$@"
	else return 127; fi
}

apt_updated=
# Installs Debian packages; the reason is said first.
apt_install() { # REASON PACKAGE...
	local reason=$1
	shift
	command -v apt-get >/dev/null || fail "$reason This is no Debian system: install $* by your system's own means, then try again."
	say "$reason Installing from Debian's packages: $*"
	if [ -z "$apt_updated" ]; then
		as_root apt-get update -qq >/dev/null 2>&1 || say "The list of packages could not be renewed; trying with the old one."
		apt_updated=1
	fi
	as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >/dev/null 2>"$DATA/apt.log" ||
		fail "Installing $* failed: $(tail -n 2 "$DATA/apt.log" 2>/dev/null)
You need to be root, or to have sudo, and the network. Or install it by hand: apt-get install $*"
}

need_packages() {
	need_node
	mkdir -p "$DATA"
	local wanted
	wanted=$(sha256sum package-lock.json | cut -d' ' -f1)
	[ -d node_modules ] && [ "$(cat node_modules/.wandtafel 2>/dev/null)" = "$wanted" ] && return 0
	need_disk 1500
	say "Installing packages (npm ci)"
	# The encoder's runtime works as it comes; its script would look for a graphics card.
	ONNXRUNTIME_NODE_INSTALL=skip npm ci --no-audit --no-fund --loglevel=error >"$DATA/npm.log" 2>&1 || {
		tail -n 15 "$DATA/npm.log" >&2
		fail "npm ci failed. Without network it works only after a first run with it."
	}
	node scripts/prune-packages.mjs
	printf '%s' "$wanted" >node_modules/.wandtafel
}

# Name and content of everything that the build is made from.
sources_hash() {
	{
		find src static messages drizzle scripts server -type f \
			-not -path 'src/lib/messages/compiled/*' -not -name '*.test.ts' -print0 2>/dev/null | sort -z | xargs -0 sha256sum
		sha256sum package-lock.json svelte.config.js vite.config.ts tsconfig.json
	} | sha256sum | cut -d' ' -f1
}

need_build() {
	local wanted
	wanted=$(sources_hash)
	[ -f build/server.js ] && [ "$(cat build/.sources 2>/dev/null)" = "$wanted" ] && return 0
	need_disk 300
	mkdir -p "$DATA"
	say "Building the application"
	rm -rf build
	npx --no-install vite build >"$DATA/build.log" 2>&1 && node scripts/build-server.mjs >>"$DATA/build.log" 2>&1 || {
		tail -n 30 "$DATA/build.log" >&2
		fail "The build failed; all of its output is in $DATA/build.log"
	}
	printf '%s' "$wanted" >build/.sources
}

need_chromium() {
	CHROMIUM=$(command -v chromium || command -v chromium-browser || true)
	if [ -z "$CHROMIUM" ]; then
		mkdir -p "$DATA"
		apt_install "Chromium is missing." chromium
		CHROMIUM=$(command -v chromium) || fail "Chromium was installed but cannot be found."
	fi
	export CHROMIUM
}

# For tests: Chromium without its own tabs and menus, a fifth faster. Where it is not to be had, the
# whole browser does as well.
need_headless_chromium() {
	mkdir -p "$DATA"
	CHROMIUM=$(command -v chromium-headless-shell || true)
	if [ -z "$CHROMIUM" ]; then
		(apt_install "Chromium's headless shell is missing." chromium-headless-shell) || true
		CHROMIUM=$(command -v chromium-headless-shell || true)
	fi
	if [ -n "$CHROMIUM" ]; then export CHROMIUM; else need_chromium; fi
}

need_redis() {
	command -v redis-server >/dev/null || apt_install "Redis is missing." redis-server
	command -v redis-server >/dev/null || fail "Redis was installed but redis-server cannot be found."
}

# Programs that read the PDF files that are taken out; only tests need them.
need_pdf_tools() {
	command -v pdftoppm >/dev/null || apt_install "Programs that read PDF files are missing." poppler-utils
	command -v pdftoppm >/dev/null || fail "poppler-utils were installed but pdftoppm cannot be found."
}

free_port() { # PREFERRED
	node -e '
		const net = require("node:net");
		const at = (port) => new Promise((done) => {
			const server = net.createServer();
			server.once("error", () => done(0));
			server.listen(port, "127.0.0.1", () => { const p = server.address().port; server.close(() => done(p)); });
		});
		(async () => console.log((await at(Number(process.argv[1]))) || (await at(0))))();
	' "$1"
}

is_free() { # PORT
	node -e 'const s=require("node:net").createServer();s.once("error",()=>process.exit(1));s.listen(+process.argv[1],process.argv[2]||"127.0.0.1",()=>s.close(()=>process.exit(0)))' "$@"
}

random_text() { node -p 'require("node:crypto").randomBytes(24).toString("base64url")'; }

# Starts and stops the processes of one profile (demo, test, bench). Everything of a profile lives in var/PROFILE,
# everything listens on loopback only: web PORT, PostgreSQL PORT+1, Quayside PORT+2, Fennmarkt PORT+3, our own shop PORT+4, a mailbox PORT+5, its page PORT+6.

use_profile() {
    PROFILE=$1 PORT=$2
    export WRASSE_HOME=$ROOT/var/$PROFILE
    RUN=$WRASSE_HOME/run ETC=$WRASSE_HOME/etc LOG=$WRASSE_HOME/log
    PG_PORT=$((PORT + 1)) QUAYSIDE_PORT=$((PORT + 2)) FENNMARKT_PORT=$((PORT + 3)) SHOP_PORT=$((PORT + 4)) INBOX_PORT=$((PORT + 5)) INBOX_PAGE_PORT=$((PORT + 6))
    PIDS=() NAMES=()
    mkdir -p "$RUN" "$ETC" "$LOG" "$WRASSE_HOME/inbox" "$WRASSE_HOME"/storage/{app,logs,framework/{cache/data,sessions,views,testing}}
    [ -w "$RUN" ] || die "$RUN cannot be written by $(id -un); it was made by $(stat -c %U "$RUN"). Run as that user or remove var/$PROFILE."
}

# nginx and php-fpm write over their environment, but name their configuration; the others keep it.
is_ours() {
    tr '\0' '\n' <"/proc/$1/environ" 2>/dev/null | grep -qx "WRASSE_HOME=$WRASSE_HOME" \
        || tr '\0' ' ' <"/proc/$1/cmdline" 2>/dev/null | grep -qF "$WRASSE_HOME/"
}

# tell NAME PID: asks a process to stop, with all it has started; PostgreSQL takes INT for "now, but orderly".
tell() {
    if [ "$1" = postgres ]; then kill -INT "$2" 2>/dev/null || true; else kill -TERM -- "-$2" 2>/dev/null || kill -TERM "$2" 2>/dev/null || true; fi
}

# Leftovers of a start that was killed: only processes whose working files are in this profile.
stop_leftovers() {
    local file pid
    for file in "$RUN"/*.pid; do
        [ -f "$file" ] || continue
        pid=$(cat "$file")
        if is_ours "$pid"; then
            tell "$(basename "$file" .pid)" "$pid"
            for _ in $(seq 50); do kill -0 "$pid" 2>/dev/null || break; sleep 0.1; done
            kill -9 "$pid" 2>/dev/null || true
        fi
        rm -f "$file"
    done
}

check_ports() {
    local port
    for port in "$PORT" "$PG_PORT" "$QUAYSIDE_PORT" "$FENNMARKT_PORT" "$SHOP_PORT" "$INBOX_PORT" "$INBOX_PAGE_PORT"; do
        if (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null; then
            die "Port $port is taken by another program; choose others with --port N (N to N+6 are used)."
        fi
    done
}

# start NAME COMMAND...: in the background, out of reach of the terminal's Ctrl-C, remembered for stop_all.
start() {
    local name=$1; shift
    setsid "$@" >>"$LOG/$name.log" 2>&1 </dev/null &
    PIDS+=($!) NAMES+=("$name")
    echo $! > "$RUN/$name.pid"
}

stop_all() {
    local i
    for ((i = ${#PIDS[@]} - 1; i >= 0; i--)); do
        tell "${NAMES[i]}" "${PIDS[i]}"
        [ "${NAMES[i]}" != postgres ] || for _ in $(seq 150); do kill -0 "${PIDS[i]}" 2>/dev/null || break; sleep 0.1; done
    done
    for ((i = 0; i < ${#PIDS[@]}; i++)); do
        for _ in $(seq 80); do kill -0 "${PIDS[i]}" 2>/dev/null || break; sleep 0.1; done
        kill -9 -- "-${PIDS[i]}" 2>/dev/null || kill -9 "${PIDS[i]}" 2>/dev/null || true
        rm -f "$RUN/${NAMES[i]}.pid"
    done
    PIDS=() NAMES=()
}

wait_for() {
    local what=$1 seconds=$2; shift 2
    for _ in $(seq $((seconds * 10))); do "$@" >/dev/null 2>&1 && return 0; sleep 0.1; done
    die "$what did not answer within $seconds s; see $LOG"
}

# --- PostgreSQL ---------------------------------------------------------------------------------------------------------

as_postgres() { if is_root; then runuser -u postgres -- "$@"; else "$@"; fi; }

# The server will not run as root, and the user it runs as must be able to reach its files.
place_cluster() {
    PG_DATA=$WRASSE_HOME/pg
    if is_root && ! runuser -u postgres -- test -x "$WRASSE_HOME" 2>/dev/null; then
        local place; place=/var/lib/wrasse/$(printf '%s' "$WRASSE_HOME" | cksum | cut -d' ' -f1)
        mkdir -p "$place"; chown postgres: "$place"
        ln -sfn "$place" "$WRASSE_HOME/pg-elsewhere"
        PG_DATA=$place/pg
    fi
}

start_postgres() {
    place_cluster
    [ -s "$WRASSE_HOME/secret" ] || (umask 077; head -c 18 /dev/urandom | base64 | tr -d '/+=\n' > "$WRASSE_HOME/secret")
    if [ ! -f "$PG_DATA/PG_VERSION" ]; then
        say "Making a PostgreSQL cluster in ${PG_DATA#"$ROOT/"}"
        mkdir -p "$PG_DATA"; if is_root; then chown postgres: "$PG_DATA"; fi
        local word; word=$(mktemp)
        cat "$WRASSE_HOME/secret" > "$word"; if is_root; then chown postgres: "$word"; fi
        as_postgres "$PG_BIN/initdb" -D "$PG_DATA" -U wrasse -E UTF8 --locale=C.UTF-8 --auth=scram-sha-256 --pwfile="$word" \
            >"$LOG/initdb.log" 2>&1 || { rm -f "$word"; die "PostgreSQL could not make its cluster: see $LOG/initdb.log"; }
        rm -f "$word"
    fi
    export PGPASSWORD; PGPASSWORD=$(cat "$WRASSE_HOME/secret")
    local options=(-D "$PG_DATA" -c listen_addresses=127.0.0.1 -c port="$PG_PORT" -c unix_socket_directories= -c max_connections=180
        -c shared_buffers=256MB -c max_wal_size=4GB -c checkpoint_timeout=15min -c wal_compression=lz4 -c max_parallel_workers_per_gather=0 -c random_page_cost=1.1 -c effective_cache_size=1GB -c fsync="${PG_FSYNC:-on}" -c log_min_messages=warning -c jit=off)
    local as=()
    # setpriv, unlike runuser, becomes the server: signals reach it.
    if is_root; then as=(setpriv --reuid=postgres --regid=postgres --init-groups --); fi
    start postgres "${as[@]}" "$PG_BIN/postgres" "${options[@]}"
    wait_for PostgreSQL 30 sql postgres 'SELECT 1'
}

sql() { "$PG_BIN/psql" -X -q -t -A -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$PG_PORT" -U wrasse -d "$1" -c "$2"; }
has_database() { [ "$(sql postgres "SELECT 1 FROM pg_database WHERE datname = '$1'")" = 1 ]; }
make_database() { has_database "$1" || sql postgres "CREATE DATABASE $1"; }
fresh_database() { sql postgres "DROP DATABASE IF EXISTS $1 WITH (FORCE)"; sql postgres "CREATE DATABASE $1"; }

# --- settings -----------------------------------------------------------------------------------------------------------

write_settings() {
    [ -s "$WRASSE_HOME/app-key" ] || (umask 077; printf 'base64:%s' "$(head -c 32 /dev/urandom | base64)" > "$WRASSE_HOME/app-key")
    [ -s "$WRASSE_HOME/market-token" ] || (umask 077; head -c 18 /dev/urandom | base64 | tr -d '/+=\n' > "$WRASSE_HOME/market-token")
    (umask 077; cat > "$WRASSE_HOME/.env" <<EOF
APP_NAME=Wrasse
APP_ENV=${APP_ENV:-production}
APP_KEY=$(cat "$WRASSE_HOME/app-key")
APP_DEBUG=false
APP_URL=http://127.0.0.1:$PORT
LOG_LEVEL=warning
DB_HOST=127.0.0.1
DB_PORT=$PG_PORT
DB_DATABASE=wrasse
DB_USERNAME=wrasse
DB_PASSWORD=$(cat "$WRASSE_HOME/secret")
QUEUE_RETRY_AFTER=${QUEUE_RETRY_AFTER:-30}
SANCTUM_STATEFUL_DOMAINS=127.0.0.1:$PORT,localhost:$PORT
QUAYSIDE_URL=http://127.0.0.1:$QUAYSIDE_PORT
FENNMARKT_URL=http://127.0.0.1:$FENNMARKT_PORT
MARKET_TOKEN=$(cat "$WRASSE_HOME/market-token")
SHOP_URL=http://127.0.0.1:$SHOP_PORT
INBOX_URL=http://127.0.0.1:$INBOX_PAGE_PORT
RATES_URL=http://127.0.0.1:$SHOP_PORT/rates.csv
ALLOWED_SUBNETS=127.0.0.0/8,::1/128
ALLOWED_PORTS=80,443,$SHOP_PORT,$INBOX_PAGE_PORT
KNOWN_HOSTS=*.test=127.0.0.1
MAIL_MAILER=smtp
MAIL_HOST=127.0.0.1
MAIL_PORT=$INBOX_PORT
MAIL_FROM_ADDRESS=prices@kettle-crock.example
MAIL_FROM_NAME=Wrasse
EOF
    )
    rm -f bootstrap/cache/config.php
}

# --- web ----------------------------------------------------------------------------------------------------------------

fpm_pool() {
    cat <<EOF
[$1]
listen = $RUN/$1.sock
pm = $2
pm.max_children = $3
$( [ "$2" = ondemand ] && echo 'pm.process_idle_timeout = 20s' || echo "pm.start_servers = 2
pm.min_spare_servers = 1
pm.max_spare_servers = 4" )
clear_env = no
catch_workers_output = yes
decorate_workers_output = no
php_admin_value[memory_limit] = 256M
php_admin_value[upload_max_filesize] = 64M
php_admin_value[post_max_size] = 66M
$( is_root && printf 'user = root\ngroup = root\n' )
${4:-}
EOF
}

nginx_head() {
    cat <<EOF
$( is_root && echo 'user root;' )
worker_processes 1;
pid $RUN/nginx-$1.own;
error_log $LOG/nginx-$1.log warn;
worker_rlimit_nofile 8192;
events { worker_connections 4000; }
http {
    include /etc/nginx/mime.types;
    access_log off;
    server_tokens off;
    client_max_body_size 2m;
    client_header_timeout 10s;
    client_body_timeout 10s;
    send_timeout 20s;
    reset_timedout_connection on;
    limit_conn_zone \$binary_remote_addr zone=address:5m;
    # One person, or one program: whoever is known by a token or a session, else by the address.
    map \$http_authorization \$known_by { "" \$cookie_wrasse_session; default \$http_authorization; }
    map \$known_by \$person { "" \$binary_remote_addr; default \$known_by; }
    # After which event a stream goes on: the browser says so itself, or the page does.
    map \$http_last_event_id \$last_event { "" \$arg_after; default \$http_last_event_id; }
    limit_conn_zone \$person zone=person:5m;
    limit_conn_status 429;
    limit_req_zone \$person zone=streams:5m rate=2r/s;
    limit_req_status 429;
    client_body_temp_path $RUN/nginx-$1-body;
    fastcgi_temp_path $RUN/nginx-$1-fastcgi;
    proxy_temp_path $RUN/nginx-$1-proxy;
    uwsgi_temp_path $RUN/nginx-$1-uwsgi;
    scgi_temp_path $RUN/nginx-$1-scgi;
    gzip on;
    gzip_min_length 512;
    gzip_types text/css application/javascript text/javascript application/json application/problem+json image/svg+xml;
EOF
}

# Looked for only now: it may have been installed by this very start.
fpm() {
    local binary root=()
    binary=$(ls /usr/sbin/php-fpm8* | sort -V | tail -n 1)
    if is_root; then root=(-R); fi
    start "$1" "$binary" -F -O "${root[@]}" -y "$ETC/$1.conf"
}

# Settings and routes as one file each, for the web only: what is run by hand keeps reading the settings themselves.
cache_settings() {
    export_caches="DB_PERSISTENT=true APP_CONFIG_CACHE=$ETC/config.php APP_ROUTES_CACHE=$ETC/routes.php"
    env $export_caches php artisan config:cache --quiet && env $export_caches php artisan route:cache --quiet || die "The settings could not be written together; see above."
}

start_web() {
    local export_caches caches
    cache_settings
    # The subrequests that ask who it is, and the pool of what works out a lot.
    local asking heavy
    asking="fastcgi_pass_request_body off; include /etc/nginx/fastcgi_params; fastcgi_param SCRIPT_FILENAME $ROOT/public/index.php; fastcgi_param HTTP_HOST \$host:\$server_port; fastcgi_param REQUEST_METHOD GET; fastcgi_param CONTENT_LENGTH 0; fastcgi_param QUERY_STRING '';"
    heavy="include /etc/nginx/fastcgi_params; fastcgi_param SCRIPT_FILENAME $ROOT/public/index.php; fastcgi_param HTTP_HOST \$host:\$server_port; fastcgi_pass unix:$RUN/heavy.sock; fastcgi_read_timeout 120s;"
    caches="env[APP_CONFIG_CACHE] = $ETC/config.php
env[APP_ROUTES_CACHE] = $ETC/routes.php"
    {
        printf '[global]\nerror_log = %s\ndaemonize = no\n' "$LOG/fpm-app.log"
        fpm_pool app dynamic 8 "$caches"
        # What works out a lot: however many of these come, they leave the others alone.
        fpm_pool heavy ondemand 3 "$caches"
        # However much the marketplaces have to say, people's pages do not wait behind it.
        fpm_pool notifications ondemand 3 "$caches"
    } > "$ETC/fpm-app.conf"
    {
        nginx_head app
        cat <<EOF
    server {
        listen 127.0.0.1:$PORT;
        root $ROOT/public;
        index index.php;
        include /etc/nginx/fastcgi_params;
        fastcgi_param SCRIPT_FILENAME $ROOT/public/index.php;
        fastcgi_param HTTP_HOST \$host:\$server_port;
        location ~ /\. { deny all; }
        limit_conn address 300;
        error_page 413 @too_large;
        location @too_large { default_type application/problem+json; return 413 '{"type":"about:blank","title":"This is too large","status":413,"detail":"A file can have 50 MB, any other request 2 MB. Split it, or leave out columns that are not needed."}'; }
        error_page 429 @too_many;
        location @too_many { default_type application/problem+json; add_header Retry-After 2 always; return 429 '{"type":"about:blank","title":"Too many requests at once; try again shortly","status":429}'; }
        error_page 401 @signed_out;
        location @signed_out { default_type application/problem+json; return 401 '{"type":"about:blank","title":"Sign in first","status":401}'; }
        # Who is asking, before anything large is taken in or a connection is kept.
        location = /-/stream { internal; $asking fastcgi_param REQUEST_URI /api/v1/events; fastcgi_pass unix:$RUN/app.sock; }
        location = /-/session { internal; client_max_body_size 52m; $asking fastcgi_param REQUEST_URI /api/v1/session; fastcgi_pass unix:$RUN/app.sock; }
        location /build/ { expires 1y; add_header Cache-Control "public, immutable"; }
        location = /api/v1/events {
            limit_req zone=streams burst=20 nodelay;
            auth_request /-/stream;
            auth_request_set \$stream_workspace \$upstream_http_x_stream_workspace;
            auth_request_set \$stream_person \$upstream_http_x_stream_person;
            proxy_set_header X-Stream-Workspace \$stream_workspace;
            proxy_set_header X-Stream-Person \$stream_person;
            proxy_set_header Last-Event-ID \$last_event;
            proxy_set_header Cookie "";
            proxy_set_header Authorization "";
            proxy_http_version 1.1;
            proxy_buffering off;
            proxy_read_timeout 60s;
            gzip off;
            proxy_pass http://unix:$RUN/streams.sock:/;
        }
        location = /api/v1/imports { client_max_body_size 52m; auth_request /-/session; $heavy }
        location ~ ^/api/v1/(rules/try-out|suppliers/try-markup|approvals/approve|approvals/reject|runs/[0-9]+/undo|.*/export)\$ { $heavy }
        location ~ ^/api/v1/channels/[^/]+/notifications\$ { include /etc/nginx/fastcgi_params; fastcgi_param SCRIPT_FILENAME $ROOT/public/notifications.php; fastcgi_pass unix:$RUN/notifications.sock; }
        location = /notifications.php { return 404; }
        location / { try_files \$uri /index.php\$is_args\$args; }
        location = /index.php { limit_conn person 5; fastcgi_pass unix:$RUN/app.sock; fastcgi_read_timeout 120s; }
    }
}
EOF
    } > "$ETC/nginx-app.conf"
    fpm fpm-app
    start streams php artisan live:serve "$RUN/streams.sock"
    wait_for 'The server of events' 20 test -S "$RUN/streams.sock"
    start nginx-app /usr/sbin/nginx -c "$ETC/nginx-app.conf" -g 'daemon off;'
}

# --- the simulated marketplaces ------------------------------------------------------------------------------------------

market_config() { printf '%s/%s.json' "$ETC" "$1"; }

# prepare_market KEY NAME SEED SPEED: an empty database gets its catalogue and offers.
prepare_market() {
    (umask 077; cat > "$(market_config "$1")" <<EOF
{"name": "$2", "dsn": "pgsql:host=127.0.0.1;port=$PG_PORT;dbname=$1", "user": "wrasse", "password": "$(cat "$WRASSE_HOME/secret")", "seed": $3, "speed": $4,
 "seller": "kettle-crock", "token": "$(cat "$WRASSE_HOME/market-token")", "control_token": "control-$(cat "$WRASSE_HOME/market-token")"}
EOF
    )
    has_database "$1" && return
    make_database "$1"
    SIMULATOR_CONFIG=$(market_config "$1") php simulators/marketplace/bin/market setup || die "The simulated marketplace $2 could not be set up."
}

# prepare_stall NAME: a Quayside that only the seller of this name sells on. It answers below /as/NAME.
prepare_stall() {
    sed "s/dbname=quayside/dbname=quayside_${1//-/_}/" "$(market_config quayside)" > "$(market_config "quayside-$1")"
    sql postgres "DROP DATABASE IF EXISTS quayside_${1//-/_} WITH (FORCE)"
    sql postgres "CREATE DATABASE quayside_${1//-/_} TEMPLATE quayside"
}

# A Quayside of another country, with buyers and rivals of its own, in its own currency. It answers below /as/NAME.
prepare_country() {
    sed "s/dbname=quayside/dbname=quayside_$1/; s/\"name\": \"Quayside\"/\"name\": \"$2\", \"currency\": \"$3\"/; s/\"seed\": [0-9]*/\"seed\": $4/" \
        "$(market_config quayside)" > "$(market_config "quayside-$1")"
    has_database "quayside_$1" && return
    make_database "quayside_$1"
    SIMULATOR_CONFIG=$(market_config "quayside-$1") php simulators/marketplace/bin/market setup || die "The simulated marketplace $2 could not be set up."
}

# Our own web shop, and those of others, which look at its prices.
prepare_shop() {
    (umask 077; cat > "$(market_config shop)" <<EOF
{"name": "Kettle & Crock", "dsn": "pgsql:host=127.0.0.1;port=$PG_PORT;dbname=kettleshop", "user": "wrasse", "password": "$(cat "$WRASSE_HOME/secret")", "seed": 3, "token": "$(cat "$WRASSE_HOME/market-token")", "control_token": "control-$(cat "$WRASSE_HOME/market-token")"}
EOF
    )
    if ! has_database kettleshop; then
        make_database kettleshop
        SIMULATOR_CONFIG=$(market_config shop) php simulators/shop/bin/shop setup || die "The simulated shop could not be set up."
    fi
    SIMULATOR_CONFIG=$(market_config shop) php simulators/shops/bin/shops setup || die "The simulated shops of others could not be set up."
}

start_markets() {
    prepare_shop
    {
        printf '[global]\nerror_log = %s\ndaemonize = no\n' "$LOG/fpm-markets.log"
        fpm_pool quayside dynamic 4 "env[SIMULATOR_CONFIG] = $(market_config quayside)"
        fpm_pool fennmarkt dynamic 4 "env[SIMULATOR_CONFIG] = $(market_config fennmarkt)"
        fpm_pool shop ondemand 3 "env[SIMULATOR_CONFIG] = $(market_config shop)"
        fpm_pool shops ondemand 8 "env[SIMULATOR_CONFIG] = $(market_config shop)"
    } > "$ETC/fpm-markets.conf"
    {
        nginx_head markets
        local key port
        for key in quayside fennmarkt; do
            port=$QUAYSIDE_PORT; [ "$key" = quayside ] || port=$FENNMARKT_PORT
            cat <<EOF
    server {
        listen 127.0.0.1:$port;
        location = /-/drop { internal; return 444; }
        location ~ ^/as/(?<stall>[a-z-]+)(?<call>/.*)\$ { fastcgi_pass unix:$RUN/$key.sock; include /etc/nginx/fastcgi_params; fastcgi_param REQUEST_URI \$call\$is_args\$args; fastcgi_param SIMULATOR_CONFIG $ETC/$key-\$stall.json; fastcgi_param SCRIPT_FILENAME $ROOT/simulators/marketplace/public/index.php; }
        location / { fastcgi_pass unix:$RUN/$key.sock; include /etc/nginx/fastcgi_params; fastcgi_param SCRIPT_FILENAME $ROOT/simulators/marketplace/public/index.php; }
    }
EOF
        done
        cat <<EOF
    server {
        listen 127.0.0.1:$SHOP_PORT;
        server_name *.test;
        location / { fastcgi_pass unix:$RUN/shops.sock; include /etc/nginx/fastcgi_params; fastcgi_param HTTP_HOST \$http_host; fastcgi_param SCRIPT_FILENAME $ROOT/simulators/shops/public/index.php; }
    }
    server {
        listen 127.0.0.1:$SHOP_PORT default_server;
        location = /rates.csv { fastcgi_pass unix:$RUN/shop.sock; include /etc/nginx/fastcgi_params; fastcgi_param SCRIPT_FILENAME $ROOT/simulators/rates/public/index.php; }
        location / { fastcgi_pass unix:$RUN/shop.sock; include /etc/nginx/fastcgi_params; fastcgi_param SCRIPT_FILENAME $ROOT/simulators/shop/public/index.php; }
    }
}
EOF
    } > "$ETC/nginx-markets.conf"
    fpm fpm-markets
    start nginx-markets /usr/sbin/nginx -c "$ETC/nginx-markets.conf" -g 'daemon off;'
    local configs
    for key in quayside fennmarkt; do
        configs=$(printf '%s:' "$ETC/$key"*.json)
        start "$key" env SIMULATOR_CONFIG="${configs%:}" php simulators/marketplace/bin/market run
        start "$key-word" env SIMULATOR_CONFIG="${configs%:}" php simulators/marketplace/bin/market tell
    done
    start inbox php simulators/inbox/bin/inbox "$INBOX_PORT" "$INBOX_PAGE_PORT" "$WRASSE_HOME/inbox"
    wait_for "The mailbox" 20 curl -fs -o /dev/null "http://127.0.0.1:$INBOX_PAGE_PORT/"
    wait_for "The shop" 20 curl -fs "http://127.0.0.1:$SHOP_PORT/up"
    wait_for Quayside 20 curl -fs "http://127.0.0.1:$QUAYSIDE_PORT/up"
    wait_for Fennmarkt 20 curl -fs "http://127.0.0.1:$FENNMARKT_PORT/up"
}

# --- background work ----------------------------------------------------------------------------------------------------

# Their memory in large pages. Without the just-in-time compiler: a seventh faster with it, but the core's tests fail under that of PHP 8.2.
worker_command() { WORKER=(env USE_ZEND_ALLOC_HUGE_PAGES=1 php -d opcache.enable_cli=1 artisan queue:work --queue=publish,market,confirm,alerts,default --sleep=0.2 --tries=5 --max-time=3600 --memory=128 --quiet); }
# Pages of other shops may be slow: they have a worker of their own, so that nothing else waits for them.
reader_command() { worker_command; WORKER=("${WORKER[@]/--queue=*/--queue=watching}"); }
# A mail server that takes its time holds up nothing else.
messenger_command() { worker_command; WORKER=("${WORKER[@]/--queue=*/--queue=deliveries}"); }
start_workers() {
    worker_command
    local i
    for i in $(seq "${1:-2}"); do start "worker-$i" "${WORKER[@]}"; done
    reader_command
    start reader "${WORKER[@]}"
    messenger_command
    start messenger "${WORKER[@]}"
}
start_scheduler() { start scheduler php artisan schedule:work --quiet; }

# Workers end after an hour, or die: they are started again. The others are not expected to, so that is said.
watch_over() {
    local i
    while sleep 1; do
        for ((i = 0; i < ${#PIDS[@]}; i++)); do
            kill -0 "${PIDS[i]}" 2>/dev/null && continue
            case ${NAMES[i]} in
                worker-* | reader | messenger)
                    worker_command; [ "${NAMES[i]}" = reader ] && reader_command; [ "${NAMES[i]}" = messenger ] && messenger_command
                    setsid "${WORKER[@]}" >>"$LOG/${NAMES[i]}.log" 2>&1 </dev/null &
                    PIDS[i]=$!; echo $! > "$RUN/${NAMES[i]}.pid" ;;
                streams)
                    setsid php artisan live:serve "$RUN/streams.sock" >>"$LOG/streams.log" 2>&1 </dev/null &
                    PIDS[i]=$!; echo $! > "$RUN/streams.pid" ;;
                *) die "${NAMES[i]} ended unexpectedly; see $LOG/${NAMES[i]}.log" ;;
            esac
        done
    done
}

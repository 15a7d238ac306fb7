CREATE TABLE setting (name text PRIMARY KEY, value jsonb NOT NULL);
CREATE TABLE item (
    id text PRIMARY KEY, sku text NOT NULL UNIQUE, gtin text NOT NULL, title text NOT NULL, brand text NOT NULL, category text NOT NULL,
    base_price int NOT NULL CHECK (base_price > 0), season text NOT NULL, units_per_day numeric(8,3) NOT NULL
);
CREATE TABLE seller (
    id text PRIMARY KEY, name text NOT NULL, fulfilment text NOT NULL, rating_percent numeric(4,1), rating_count int,
    handling_days int NOT NULL, ship_from text, retail boolean NOT NULL, behaviour text NOT NULL
);
CREATE TABLE offer (
    item_id text NOT NULL REFERENCES item, seller_id text NOT NULL REFERENCES seller, sku text NOT NULL,
    price int NOT NULL CHECK (price > 0), shipping int NOT NULL DEFAULT 0, condition text NOT NULL, fulfilment text NOT NULL,
    stock int NOT NULL, lowest int NOT NULL, usual int NOT NULL, active boolean NOT NULL DEFAULT true, buy_box boolean NOT NULL DEFAULT false,
    moves int NOT NULL DEFAULT 0, next_move_at bigint, updated_at bigint NOT NULL, old_price int, old_price_until bigint,
    PRIMARY KEY (item_id, seller_id)
);
CREATE INDEX offer_due ON offer (next_move_at) WHERE next_move_at IS NOT NULL;
CREATE UNIQUE INDEX offer_sku ON offer (seller_id, sku);
CREATE TABLE feed (
    id text PRIMARY KEY, seller_id text NOT NULL REFERENCES seller, idempotency_key text NOT NULL, body_hash text NOT NULL,
    status text NOT NULL DEFAULT 'queued', ready_at bigint NOT NULL, UNIQUE (seller_id, idempotency_key)
);
CREATE INDEX feed_due ON feed (ready_at) WHERE status = 'queued';
CREATE TABLE feed_item (
    feed_id text NOT NULL REFERENCES feed, line int NOT NULL, sku text NOT NULL, price int, status text NOT NULL DEFAULT 'queued', message text,
    PRIMARY KEY (feed_id, line)
);
CREATE TABLE price_log (
    id bigserial PRIMARY KEY, seller_id text NOT NULL, sku text NOT NULL, price int NOT NULL, feed_id text NOT NULL, at bigint NOT NULL
);
CREATE TABLE subscription (seller_id text PRIMARY KEY REFERENCES seller, url text NOT NULL, secret text NOT NULL);
CREATE TABLE notification (
    id text PRIMARY KEY, seller_id text NOT NULL, item_id text NOT NULL, at bigint NOT NULL, attempts int NOT NULL DEFAULT 0, next_attempt_ms bigint NOT NULL
);
CREATE UNIQUE INDEX notification_waiting ON notification (seller_id, item_id) WHERE attempts = 0;
CREATE TABLE change_message (number bigserial PRIMARY KEY, id text NOT NULL UNIQUE, seller_id text NOT NULL, item_id text NOT NULL, at bigint NOT NULL, fetched boolean NOT NULL DEFAULT false);
CREATE UNIQUE INDEX change_message_waiting ON change_message (seller_id, item_id) WHERE NOT fetched;
CREATE TABLE sale (id bigserial PRIMARY KEY, item_id text NOT NULL, seller_id text NOT NULL, units int NOT NULL, price int NOT NULL, at bigint NOT NULL);
CREATE INDEX sale_at ON sale (seller_id, at);
CREATE SEQUENCE fault_number;
CREATE UNLOGGED TABLE bucket (token text PRIMARY KEY, tokens double precision NOT NULL, at double precision NOT NULL);

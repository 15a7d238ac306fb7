CREATE TABLE product (
    sku text PRIMARY KEY, gtin text NOT NULL, title text NOT NULL, brand text NOT NULL, category text NOT NULL,
    price int NOT NULL CHECK (price > 0), stock int NOT NULL, units_per_day numeric(8,3) NOT NULL
);
CREATE TABLE price_list (id text PRIMARY KEY, is_cancelled boolean NOT NULL DEFAULT false, at timestamptz NOT NULL DEFAULT now());
CREATE TABLE price_list_line (list_id text NOT NULL REFERENCES price_list, sku text NOT NULL, price text NOT NULL, problem text, PRIMARY KEY (list_id, sku));
CREATE TABLE sale (id bigserial PRIMARY KEY, sku text NOT NULL REFERENCES product, units int NOT NULL, price int NOT NULL, at bigint NOT NULL);
CREATE TABLE setting (name text PRIMARY KEY, value jsonb NOT NULL);

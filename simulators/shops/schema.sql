-- Beside the tables of our own shop, whose prices these shops react to.
CREATE TABLE IF NOT EXISTS web_price (host text NOT NULL, sku text NOT NULL, price int NOT NULL, PRIMARY KEY (host, sku));
CREATE TABLE IF NOT EXISTS web_stock (host text NOT NULL, sku text NOT NULL, in_stock boolean NOT NULL, PRIMARY KEY (host, sku));
CREATE TABLE IF NOT EXISTS web_state (host text NOT NULL, name text NOT NULL, until bigint NOT NULL, PRIMARY KEY (host, name));
CREATE TABLE IF NOT EXISTS web_request (id bigserial PRIMARY KEY, host text NOT NULL, path text NOT NULL, agent text NOT NULL, at double precision NOT NULL);
CREATE INDEX IF NOT EXISTS web_request_of_host ON web_request (host, at);

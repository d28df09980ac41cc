GRANT SELECT, INSERT, UPDATE ON contact, wish, price, share TO app_rw;

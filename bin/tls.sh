# shellcheck shell=bash
# TLS: with a certificate of the plant's own, or with one that is made here and vouched for by a CA of the plant, made here, too.

readonly tls_days=800 # a phone takes no certificate that is good for longer than 825 days, whoever vouches for it
readonly tls_renewed=90 # days before its end

tls_wanted() { [ -n "${WARTUNG_TLS:-}${WARTUNG_CERTIFICATE:-}${WARTUNG_KEY:-}" ]; }
default_port() { if tls_wanted; then echo 8443; else echo 8080; fi; }
tls_check() { # what was asked can be done; said before anything is begun. Sets tls_names
  tls_names=()
  check_number WARTUNG_HSTS "${WARTUNG_HSTS:-0}" 3650
  if ! tls_wanted; then
    [ -z "${WARTUNG_HSTS:-}" ] || fail "WARTUNG_HSTS is for an application that serves TLS itself: set WARTUNG_TLS or WARTUNG_CERTIFICATE, too."
    [ -z "${WARTUNG_TRUST_PORT:-}" ] || fail "WARTUNG_TRUST_PORT is for an application that serves TLS itself: set WARTUNG_TLS, too."
    return 0
  fi
  check_number WARTUNG_TRUST_PORT "`trust_port`" 65535
  if [ -z "${WARTUNG_TLS:-}" ]; then tls_check_own; return 0; fi
  [ -z "${WARTUNG_CERTIFICATE:-}${WARTUNG_KEY:-}" ] || fail "set either WARTUNG_TLS, for a certificate that is made here, or WARTUNG_CERTIFICATE and WARTUNG_KEY, for one of your own."
  local name given
  mapfile -t given <<<"`tr -s ', \t' '\n' <<<"$WARTUNG_TLS"`"
  for name in "${given[@]}"; do
    [ -n "$name" ] || continue
    tls_is_address "$name" || [[ "$name" =~ ^[A-Za-z0-9]([A-Za-z0-9-]*[A-Za-z0-9])?([.][A-Za-z0-9]([A-Za-z0-9-]*[A-Za-z0-9])?)*$ ]] \
      || fail "WARTUNG_TLS names what this machine is reached by, with blanks between: wartung.plant.example 10.0.4.20. “$name” is neither a name nor an address."
    tls_names+=("${name,,}")
  done
  [ ${#tls_names[@]} -gt 0 ] || fail "WARTUNG_TLS names what this machine is reached by: wartung.plant.example 10.0.4.20."
}
tls_is_address() { # of version 4, or one of version 6, which alone has colons
  local part parts
  if [[ "$1" =~ ^[0-9a-fA-F:]+$ && "$1" == *:*:* ]]; then return 0; fi
  [[ "$1" =~ ^[0-9]+([.][0-9]+){3}$ ]] || return 1
  mapfile -t parts <<<"${1//./$'\n'}"
  for part in "${parts[@]}"; do [ ${#part} -le 3 ] && [ "$part" -le 255 ] || return 1; done
}
check_number() { # $1: a setting, $2: what it is, $3: the most
  case "$2" in ''|*[!0-9]*) fail "$1 must be a number, not “$2”." ;; esac
  [ ${#2} -le 5 ] && [ "$2" -le "$3" ] || fail "$1 must be from 0 to $3, not $2."
}
tls_check_own() {
  [ -n "${WARTUNG_CERTIFICATE:-}" ] && [ -n "${WARTUNG_KEY:-}" ] || fail "WARTUNG_CERTIFICATE and WARTUNG_KEY go together: the certificate, with those between it and the CA after it, and its key."
  [ -r "$WARTUNG_CERTIFICATE" ] || fail "there is no certificate to be read at $WARTUNG_CERTIFICATE (WARTUNG_CERTIFICATE)."
  [ -r "$WARTUNG_KEY" ] || fail "there is no key to be read at $WARTUNG_KEY (WARTUNG_KEY)."
  need_openssl
  openssl x509 -in "$WARTUNG_CERTIFICATE" -noout 2>/dev/null || fail "$WARTUNG_CERTIFICATE holds no certificate in PEM (-----BEGIN CERTIFICATE-----)."
  openssl pkey -in "$WARTUNG_KEY" -passin pass: -noout 2>/dev/null || fail "$WARTUNG_KEY holds no key in PEM that opens without a password."
  tls_belong "$WARTUNG_CERTIFICATE" "$WARTUNG_KEY" || fail "the key in $WARTUNG_KEY is not that of the first certificate in $WARTUNG_CERTIFICATE."
  tls_good_for "$WARTUNG_CERTIFICATE" 0 || fail "the certificate in $WARTUNG_CERTIFICATE ended on `tls_end "$WARTUNG_CERTIFICATE"`."
}
need_openssl() { install_missing 'command -v openssl=openssl=makes and reads certificates'; }
tls_belong() { [ "`openssl x509 -in "$1" -noout -pubkey 2>/dev/null`" = "`openssl pkey -in "$2" -passin pass: -pubout 2>/dev/null`" ]; }
tls_good_for() { openssl x509 -in "$1" -noout -checkend $(($2 * 86400)) >/dev/null 2>&1; } # $1: certificate, $2: days
tls_end() { # $1: certificate, $2: how it is written
  local end
  end="`openssl x509 -in "$1" -noout -enddate | cut -d= -f2`"
  date -u -d "$end" "${2:-+%F}"
}
tls_fingerprint() { openssl x509 -in "$1" -noout -fingerprint -sha256 | cut -d= -f2; }

tls_ready() { # certificate and key lie in the data folder and are good for a while; the application reads them anew when they change. Sets tls_ca, where a CA made here vouches
  tls_ca=""
  if ! tls_wanted; then return 0; fi
  local folder="$WARTUNG_HOME/tls"
  need_openssl
  mkdir -p -- "$folder" && chmod 755 "$folder" || fail "cannot make $folder."
  if [ -z "${WARTUNG_TLS:-}" ]; then tls_copy_own "$folder"; else tls_vouched_for "$folder"; fi
}
tls_copy_own() { # $1: folder; where the user that the application runs as can read them
  rm -f -- "$1/names"
  (umask 077 && cat -- "$WARTUNG_KEY" >"$1/server.key.part" && cat -- "$WARTUNG_CERTIFICATE" >"$1/server.part" && chmod 644 "$1/server.part" \
    && mv -- "$1/server.key.part" "$1/server.key" && mv -- "$1/server.part" "$1/server.pem") || fail "certificate and key could not be copied into $1."
  tls_good_for "$1/server.pem" 30 || say "The certificate in $WARTUNG_CERTIFICATE ends on `tls_end "$1/server.pem"`."
}
tls_vouched_for() { # $1: folder
  local names="${tls_names[*]}"
  tls_ca="$1/ca.pem"
  if [ ! -e "$tls_ca" ] || [ ! -e "$1/ca.key" ]; then
    tls_make_ca "$1" || fail "the plant's CA could not be made in $1 (openssl.log there)."
    say "A CA of this plant was made in $1. Phones are to trust it once."
  fi
  tls_vouches "$1"
  tls_good_for "$tls_ca" 365 || say "The plant's CA ends on `tls_end "$tls_ca"`. For a new one move $1 elsewhere; every phone is to trust it anew."
  if [ "`cat "$1/names" 2>/dev/null`" = "$names" ] && tls_good_for "$1/server.pem" "$tls_renewed" && tls_belong "$1/server.pem" "$1/server.key" \
    && openssl verify -CAfile "$tls_ca" "$1/server.pem" >/dev/null 2>&1; then return 0; fi
  tls_make_certificate "$1" || fail "the certificate could not be made in $1 (openssl.log there)."
  echo "$names" >"$1/names"
}
trust_port() { # where how to trust the CA is told without TLS, before a phone can have it; 0: nowhere
  if [ -n "${WARTUNG_TRUST_PORT:-}" ]; then echo "$WARTUNG_TRUST_PORT"; elif [ -n "${WARTUNG_TLS:-}" ]; then echo 8080; else echo 0; fi
}
told_name() { # under which name the certificate is good
  local name="${tls_names[0]:-}"
  if [ -z "$name" ]; then hostname; elif [[ "$name" == *:* ]]; then echo "[$name]"; else echo "$name"; fi
}
tls_vouches() { # $1: folder. The CA vouches for the names it was made for and what is below them, and for nothing else in the world: its key lies on this machine
  local name allowed
  for name in "${tls_names[@]}"; do
    while IFS= read -r allowed; do
      if [ "$name" = "$allowed" ] || { ! tls_is_address "$name" && [[ "$name" == *".$allowed" ]]; }; then continue 2; fi
    done <"$1/ca.names"
    fail "the plant's CA in $1 vouches for `paste -sd ' ' "$1/ca.names"`, not for $name. For another name move that folder elsewhere and start again: a new CA is made, and every phone is to trust it anew."
  done
}
tls_entries() { # $1: before a name, $2: before an address, $3: after an address of version 4, $4: after one of version 6; a line for each name and for this machine itself
  local name
  for name in "${tls_names[@]}" localhost 127.0.0.1; do
    if [[ "$name" == *:* ]]; then echo "$2$name$4"; elif tls_is_address "$name"; then echo "$2$name$3"; else echo "$1$name"; fi
  done | awk '!seen[$0]++'
}
tls_make_ca() ( # $1: folder
  umask 077
  local allowed
  allowed="`tls_entries 'permitted;DNS:' 'permitted;IP:' /255.255.255.255 /ffff:ffff:ffff:ffff:ffff:ffff:ffff:ffff | paste -sd,`"
  printf '%s\n' '[req]' 'distinguished_name = name' 'prompt = no' 'x509_extensions = ca' '[name]' "CN = Wartung plant CA `date -u +%F`" '[ca]' \
    'basicConstraints = critical, CA:TRUE, pathlen:0' 'keyUsage = critical, keyCertSign, cRLSign' 'subjectKeyIdentifier = hash' "nameConstraints = critical, $allowed" >"$1/ca.conf" &&
    openssl genpkey -algorithm EC -pkeyopt ec_paramgen_curve:P-256 -out "$1/ca.key.part" 2>/dev/null &&
    openssl req -x509 -new -key "$1/ca.key.part" -sha256 -days 3650 -config "$1/ca.conf" -out "$1/ca.part" 2>"$1/openssl.log" &&
    printf '%s\n' "${tls_names[@]}" localhost 127.0.0.1 >"$1/ca.names" &&
    mv -- "$1/ca.key.part" "$1/ca.key" && mv -- "$1/ca.part" "$1/ca.pem" && chmod 644 "$1/ca.pem" && chmod 755 "$1" && rm -f -- "$1/ca.conf"
)
tls_make_certificate() ( # $1: folder
  umask 077
  local days="$tls_days" left
  left=$(((`tls_end "$1/ca.pem" +%s` - `date +%s`) / 86400))
  [ "$left" -ge "$days" ] || days="$left"
  printf '%s\n' 'basicConstraints = critical, CA:FALSE' 'keyUsage = critical, digitalSignature' 'extendedKeyUsage = serverAuth' 'subjectKeyIdentifier = hash' \
    'authorityKeyIdentifier = keyid' "subjectAltName = `tls_entries DNS: IP: '' '' | paste -sd,`" >"$1/server.conf" &&
    openssl genpkey -algorithm EC -pkeyopt ec_paramgen_curve:P-256 -out "$1/server.key.part" 2>/dev/null &&
    openssl req -new -key "$1/server.key.part" -subj "/CN=Wartung" -out "$1/server.csr" 2>"$1/openssl.log" &&
    openssl x509 -req -in "$1/server.csr" -CA "$1/ca.pem" -CAkey "$1/ca.key" -CAserial "$1/ca.srl" -CAcreateserial -sha256 -days "$days" -extfile "$1/server.conf" -out "$1/server.part" 2>>"$1/openssl.log" &&
    openssl verify -CAfile "$1/ca.pem" "$1/server.part" >/dev/null &&
    chmod 644 "$1/server.part" && mv -- "$1/server.key.part" "$1/server.key" && mv -- "$1/server.part" "$1/server.pem" && rm -f -- "$1/server.conf" "$1/server.csr"
)

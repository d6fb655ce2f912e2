package io.safestep.app.mail;

import org.springframework.data.jpa.repository.JpaRepository;

interface MailServerRepository extends JpaRepository<MailServer, Short> {}
